import clsx from "clsx";

import { capital } from "../api/words";
import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { FigureLength } from "../slip/FigurePress";
import { PickAt, SelectAt } from "./fields";
import type { StageView } from "./stages";
import styles from "./OpeningStage.module.css";

const ROWS = [
  { label: "Width", figure: "width" },
  { label: "Height", figure: "height" },
  { label: "Side play, each", figure: "side_play" },
  { label: "Head play", figure: "head_play" },
] as const;

/** The two methods side by side: what each makes of this opening and what it leaves around the frame. */
function Methods() {
  const { result } = useWork();
  if (!result) return null;
  return (
    <table className={styles.methods}>
      <thead>
        <tr>
          <td />
          <th scope="col" aria-current={result.school === "build_up"}>
            Build-up
          </th>
          <th scope="col" aria-current={result.school === "add_on"}>
            Add-on
          </th>
        </tr>
      </thead>
      <tbody>
        {ROWS.map((row) => (
          <tr key={row.figure}>
            <th scope="row">{row.label}</th>
            {(["build_up", "add_on"] as const).map((method) => {
              const name = `${method}_${row.figure}`;
              const figure = result.figures[name];
              const short = figure && row.figure.endsWith("play") && figure.value.mm < 0;
              return (
                <td key={method} aria-current={result.school === method} className={clsx(short && styles.short)}>
                  <FigureLength name={name} />
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** How big the hole is: the method, its amounts, and the gaps of the leaf. */
export function OpeningStage() {
  const { now, result } = useWork();
  if (now.opening.door?.kind === "bypass") return <BypassOpening />;
  if (result?.school === "sheet") return <SheetOpening />;
  return <ByMethod />;
}

/** Bypass leaves: how they lap, and the opening jamb to jamb. */
function BypassOpening() {
  return (
    <>
      <div className="pair">
        <LengthAt path="opening.door.bypass.overlap" label="Leaves overlap" />
        <LengthAt path="opening.door.bypass.track" label="Track takes" />
      </div>
      <LengthAt path="opening.door.bypass.between" label="Between two leaves" />
      <Shims />
    </>
  );
}

/** A steel frame: the opening is the maker's. */
function SheetOpening() {
  return (
    <>
      <p className="quiet">A steel frame’s opening is what its maker’s sheet says.</p>
      <div className="pair">
        <LengthAt path="opening.rules.steel_add_width" label="Wider than the leaf" />
        <LengthAt path="opening.rules.steel_add_height" label="Above leaf and floor" />
      </div>
    </>
  );
}

function Shims() {
  const { words } = useWork();
  return (
    <div className="pair">
      <LengthAt path="opening.rules.side_shim" label={`${capital(words.shim ?? "shim")}s, each side`} />
      <LengthAt path="opening.rules.head_shim" label="Space over the head" />
    </div>
  );
}

function ByMethod() {
  const { now, result, words } = useWork();
  const method = now.opening.school ?? result?.school ?? "build_up";
  return (
    <>
      <PickAt path="opening.school" fallback={method} />
      <Methods />
      {method === "build_up" ? (
        <Shims />
      ) : (
        <>
          <div className="pair">
            <LengthAt path="opening.rules.add_width" label="Added to the width" />
            <LengthAt path="opening.rules.add_height" label="Added to the height" />
          </div>
          <SelectAt path="opening.add_from" />
        </>
      )}
      <h2>Gaps around the leaf</h2>
      <div className="pair">
        <LengthAt path="opening.rules.hinge_gap" label="At the hinges" />
        <LengthAt path="opening.rules.strike_gap" label={`At the ${words.strike ?? "strike"}`} />
      </div>
      <LengthAt path="opening.rules.head_gap" label="At the head" />
      <h2>Head line of the storey</h2>
      <LengthAt path="opening.head_line" label="Common head line, over the rough floor" />
      {now.opening.head_line && <PickAt path="opening.head_gain" />}
    </>
  );
}

export const stage: StageView = { name: "opening", panel: OpeningStage };
