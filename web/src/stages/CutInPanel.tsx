import { Link } from "react-router";

import { useWork } from "../work/context";
import { WithFractions } from "../tape/Digits";
import { SwitchAt, TextAt } from "./fields";
import styles from "./CutInPanel.module.css";

/** The steps of the card that say what is cut, kept, added and made good. */
const STEPS = [
  "cut-standing",
  "clear-standing",
  "keep-standing",
  "new-kings",
  "cut-plate",
  "floor-extension",
  "nailer",
  "base-trim",
];

/** A new hole in a standing wall: whether it is one, who holds the load meanwhile, and what follows for studs, floor and trim. */
export function CutInPanel() {
  const { now, page, result } = useWork();
  const asked = now.opening.cut_in?.asked;
  return (
    <>
      <SwitchAt path="opening.cut_in.asked" label="A new hole is cut for it" />
      {asked && (
        <>
          {now.wall.bearing !== "no" && (
            <div className="pair">
              <TextAt path="opening.cut_in.support" label="Temporary support" most={200} />
              <TextAt path="opening.cut_in.support_by" label="Who gave it" />
            </div>
          )}
          <ul className={styles.cutIn} aria-label="What is cut, kept and added">
            {result?.steps
              .filter((s) => STEPS.includes(s.key))
              .map((s) => (
                <li key={s.key}>
                  <WithFractions text={s.text} />
                </li>
              ))}
          </ul>
          <p>
            <Link to={`/walls/${page.wall.id}`}>Find the best place on the wall’s page</Link>
          </p>
        </>
      )}
    </>
  );
}
