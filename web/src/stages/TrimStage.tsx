import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { FigureLine } from "../slip/FigurePress";
import { ChoiceAt, SwitchAt } from "./fields";
import type { StageView } from "./stages";
import styles from "./TrimStage.module.css";

const PIECES = [
  "casing_head_short",
  "casing_head_long",
  "casing_head",
  "casing_leg_a",
  "casing_leg_a_long",
  "casing_leg_b",
  "casing_leg_b_long",
  "casing_leg_a_hinge",
  "casing_leg_a_hinge_long",
  "casing_leg_a_strike",
  "casing_leg_a_strike_long",
  "casing_leg_b_hinge",
  "casing_leg_b_hinge_long",
  "casing_leg_b_strike",
  "casing_leg_b_strike_long",
  "casing_wanted",
  "casing_wanted_hinge",
  "casing_wanted_strike",
  "casing_wanted_head",
  "casing_nail_a",
  "casing_nail_b",
];

/** What covers the joint: the casing, its corners, and whether it reaches over the edge of the opening. */
export function TrimStage() {
  const { now, meant, page, result, words } = useWork();
  const usually = page.job.job.usual?.casing?.width;
  const none = now.opening.casing?.none;
  const butted = meant.opening.casing?.corner === "butted";
  return (
    <>
      <Corner butted={butted} />
      {(none || (usually && !now.opening.casing?.width)) && (
        <SwitchAt path="opening.casing.none" label={`No ${words.casing ?? "casing"} on this opening`} />
      )}
      <div className="pair">
        <LengthAt path="opening.casing.width" label={`Width of the ${words.casing ?? "casing"}`} />
        <LengthAt path="opening.casing.thickness" label="Thickness" />
      </div>
      <ChoiceAt path="opening.casing.corner" />
      <div className="pair">
        <LengthAt path="opening.rules.setback" label={`Step back (${words.casing_step ?? "reveal"})`} />
        {butted && <LengthAt path="opening.rules.casing_overhang" label="Head past the legs" />}
      </div>
      {!meant.opening.casing?.width && !none && (
        <p className="quiet">Say how wide it is and the pieces for both sides appear.</p>
      )}
      {result && (
        <ul className="trim-list">
          {PIECES.filter((name) => result.figures[name]).map((name) => (
            <li key={name}>
              <FigureLine name={name} />
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The upper corner as seen from the room: leg, step back, casing. */
function Corner({ butted }: { butted: boolean }) {
  return (
    <svg className="corner" viewBox="0 0 320 130" role="img" aria-label={butted ? "Butted corner" : "Mitred corner"}>
      <rect className="leaf" x="150" y="76" width="170" height="54" />
      <path className="leg" d="M134 130V60H320V76H150V130Z" />
      {butted ? (
        <>
          <rect className="casing" x="92" y="54" width="36" height="76" />
          <rect className="casing" x="88" y="18" width="232" height="36" />
        </>
      ) : (
        <>
          <path className="casing" d="M92 130V18L128 54V130Z" />
          <path className="casing" d="M92 18H320V54H128Z" />
        </>
      )}
      <path className={styles.step} d="M128 112h6m-6 -5v10m6 -10v10M128 117l-12 8" />
      <text x="10" y="126">
        step back
      </text>
    </svg>
  );
}

export const stage: StageView = { name: "trim", panel: TrimStage };
