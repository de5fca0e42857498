import clsx from "clsx";
import { within } from "../api/words";

import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { FigureLine } from "../slip/FigurePress";
import { WithFractions } from "../tape/Digits";
import { usePlaceAsked } from "../work/placeAsked";
import { PickAt, SelectAt } from "./fields";
import { Happened } from "./Happened";
import { ReadingForm } from "./ReadingForm";
import { ReadingList } from "./ReadingList";
import type { StageView } from "./stages";
import { HangSheet } from "../drawing/HangSheet";
import styles from "./HangStage.module.css";

const SWEEP = [
  "sweep_gap",
  "sweep_least",
  "sweep_trim",
  "sweep_gap_wanted",
  "closed_gap",
  "closed_least",
  "closed_trim",
  "closed_gap_wanted",
  "trim_later",
  "later_short",
];

/** How the leaf hangs: where it drifts, how it clears the floor, and after setting the gaps and the moves that cure them. */
export function HangStage() {
  const { result } = useWork();
  const { place, go } = usePlaceAsked("check");
  const hang = result?.found.hang;
  const check = result?.found.check;
  return (
    <>
      {hang && (
        <>
          <p className="verdict" data-verdict={hang.lets.every((l) => l.does === "stays") ? "fits" : "work"}>
            {hang.said}
          </p>
          <table className="stations">
            <caption>Let go at</caption>
            <tbody>
              <tr>
                {hang.lets.map((l) => (
                  <th key={l.angle} scope="col">
                    {l.angle}°
                  </th>
                ))}
              </tr>
              <tr>
                {hang.lets.map((l) => (
                  <td key={l.angle} data-does={l.does}>
                    {l.does}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
          <p className="quiet">
            {hang.measured
              ? "By the hinge leg as read after setting."
              : "Predicted from the set plan; read the hinge leg after setting to know."}
          </p>
        </>
      )}
      <ul className="trim-list">
        {SWEEP.map((name) => (
          <li key={name}>
            <FigureLine name={name} />
          </li>
        ))}
      </ul>
      <SelectAt path="opening.setting.opens" />
      <LengthAt path="opening.setting.later_floor" label="A floor laid later, where it swings" />
      <h2>Gaps after setting</h2>
      {check && check.gaps.length > 0 && (
        <table className={clsx(styles.gaps, "readings")}>
          <thead>
            <tr>
              <th scope="col">Gap</th>
              <th scope="col">Is</th>
              <th scope="col">Wanted</th>
              <th scope="col">After the moves</th>
            </tr>
          </thead>
          <tbody>
            {check.gaps.map((g) => (
              <tr key={g.place} data-good={g.good}>
                <th scope="row">{g.label}</th>
                <td>
                  <WithFractions text={g.read} />
                </td>
                <td>
                  <WithFractions text={g.target} />
                </td>
                <td>
                  <WithFractions text={g.after} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {check && check.moves.length > 0 && (
        <section className={styles.moves} aria-label="Moves">
          <h3>{check.moves.length === 1 ? "One move" : `${check.moves.length} moves`}, then read again</h3>
          <ol>
            {check.moves.map((move) => (
              <li key={move}>
                <WithFractions text={move} />
              </li>
            ))}
          </ol>
        </section>
      )}
      {check && check.missed.length > 0 && (
        <ul className={clsx(styles.moves, styles.missed)}>
          {check.missed.map((m) => (
            <li key={m}>
              No move cures <WithFractions text={within(m)} />.
            </li>
          ))}
        </ul>
      )}
      {check?.done && <p className="clear">Every gap is good.</p>}
      <ReadingForm phase="check" place={place} go={go} />
      <ReadingList phase="check" again={go} />
      <PickAt path="opening.setting.latch" />
      {check && (
        <Happened what="signed" label="Sign it off" note={check.done ? "Note" : "Why it is accepted as it is"} />
      )}
    </>
  );
}

export const stage: StageView = { name: "hang", panel: HangStage, sheet: HangSheet };
