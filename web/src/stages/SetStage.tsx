import { useWork } from "../work/context";
import { light, useLit } from "../work/pointing";
import { LengthAt } from "./LengthAt";
import { FigureLine } from "../slip/FigurePress";
import { WithFractions } from "../tape/Digits";
import { PickAt, SelectAt, SwitchAt } from "./fields";
import { Happened } from "./Happened";
import type { StageView } from "./stages";
import { SetSheet } from "../drawing/SetSheet";
import styles from "./SetStage.module.css";

const LEGS = [
  "floor_rise",
  "head_set",
  "leg_hinge_set",
  "leg_strike_set",
  "cut_hinge",
  "cut_strike",
  "head_play_found",
  "too_tall",
  "gap_to_spare",
  "legs_cut_for_head",
  "leaf_trim",
  "under_lowered",
  "header_raised",
  "still_too_tall",
  "legs_cut_short",
];
const LEAN = [
  "wall_lean_hinge",
  "wall_lean_strike",
  "cross_leg",
  "proud_hinge_top",
  "proud_hinge_foot",
  "proud_strike_top",
  "proud_strike_foot",
  "proud_b_hinge_top",
  "proud_b_hinge_foot",
  "proud_b_strike_top",
  "proud_b_strike_foot",
  "stop_stands_off",
];

function Lines({ names }: { names: string[] }) {
  const { result } = useWork();
  if (!names.some((name) => result?.figures[name])) return null;
  return (
    <ul className="trim-list">
      {names.map((name) => (
        <li key={name}>
          <FigureLine name={name} />
        </li>
      ))}
    </ul>
  );
}

/** Where the frame stands, which shim goes where, what comes off the legs, and how a leaning wall is shared out. */
export function SetStage() {
  const { result, words, now } = useWork();
  const pair = now.opening.door?.leaves?.length === 2;
  const set = result?.found.set;
  const legs = words.leg ?? "leg";
  const packed = set !== null && set !== undefined && set.stations.length + set.blocks.length > 0; // a steel frame has none
  if (!set) {
    return (
      <>
        <p className="quiet">
          The set plan waits for the widths of the hole and the size of the {words.leaf ?? "leaf"}: read them on the
          Survey stage.
        </p>
        <Delivered />
      </>
    );
  }
  return (
    <>
      <p className="verdict" data-verdict={set.verdict}>
        {set.said}
      </p>
      <PickAt path="opening.setting.school" />
      <p className="quiet">
        {
          {
            centred: "Equal least play on both sides.",
            tight: `The hinge stud carries it; all play at the ${words.strike ?? "strike"}.`,
            fewest: "The place that takes the fewest pieces.",
            pre_packed:
              "The hinge stud is packed plumb first, out to where the frame stands central; then it carries it.",
          }[now.opening.setting?.school ?? "centred"]
        }
      </p>
      <LengthAt path="opening.setting.slide" label="or pushed to, from the slot’s hinge end" />
      <Stations />
      {packed && (
        <>
          <div className="pair">
            <SelectAt path="opening.setting.packing" />
            <SelectAt path="opening.setting.nailing" />
          </div>
          <div className="pair">
            <SelectAt path="opening.setting.hinge_by" />
            {/* the other leg of a pair carries hinges: it is set by the level */}
            {!pair && <SelectAt path="opening.setting.strike_by" />}
          </div>
          <SwitchAt
            path="opening.setting.foot_station"
            label={`Also at the ${words.strike ?? "strike"} foot, where carts hit`}
          />
          <SwitchAt path="opening.setting.one_side" label="They went in from one side only" />
        </>
      )}
      <h2>Legs, head and floor</h2>
      <Ladder />
      <Lines names={LEGS} />
      <Delivered />
      <div className="pair">
        <LengthAt path="opening.setting.cut_hinge" label={`Hinge ${legs} as cut`} />
        <LengthAt path="opening.setting.cut_strike" label={`Other ${legs} as cut`} />
      </div>
      <LengthAt path="opening.setting.leaf_trimmed" />
      {result.figures.out_of_square && (
        <SwitchAt
          path="opening.setting.to_leaf"
          label={`Set the head to the ${words.leaf ?? "leaf"}, which is out of square`}
        />
      )}
      <h2>A wall that leans</h2>
      <Lines names={LEAN} />
      <div className="pair">
        <SelectAt path="opening.setting.lean" />
        <SelectAt path="opening.setting.legs" />
      </div>
      <Stock />
      <Happened what="set" label="The frame is set" />
    </>
  );
}

function Delivered() {
  const { words } = useWork();
  return (
    <div className="pair">
      <LengthAt path="opening.unit.outside_width" label="Unit that came: width" />
      <LengthAt path="opening.unit.leg_length" label={`its ${words.leg ?? "leg"}s`} />
      <SelectAt path="opening.unit.leg_taped" />
    </div>
  );
}

/** A frame too tall for its hole: what may give way, rung by rung, with what each takes. */
function Ladder() {
  const ladder = useWork().result?.found.ladder;
  if (!ladder) return null;
  return (
    <section className={styles.ladder} aria-label="What gives way for its height">
      <p className={styles.left}>
        <WithFractions text={ladder.said} />
      </p>
      {ladder.rungs.map((rung) => (
        <div key={rung.rung} className={styles.rung} data-chosen={rung.chosen}>
          <SwitchAt path={rung.path} label={rung.label} />
          <span className={styles.takes}>
            {rung.chosen ? "takes " : "would take "}
            <b>
              <WithFractions text={rung.takes} />
            </b>
          </span>
        </div>
      ))}
      <p className={styles.left} data-left={ladder.left !== null}>
        {ladder.left === null ? (
          "So it goes in."
        ) : (
          <>
            Still <WithFractions text={ladder.left} /> to find.
          </>
        )}
      </p>
    </section>
  );
}

/** What goes behind the legs, in nailing order. */
function Stations() {
  const { result, words, open } = useWork();
  const lit = useLit();
  const set = result?.found.set;
  if (!set || set.stations.length + set.blocks.length === 0) return null;
  return (
    <table className="stations">
      <caption>
        {set.pieces} {set.pieces === 1 ? "piece" : "pieces"} to carry, in nailing order
      </caption>
      <tbody>
        {set.blocks.map((b) => (
          <tr key={b.figure}>
            <th scope="row">
              Pack at <WithFractions text={b.up} />
            </th>
            <td className="gap">
              <button type="button" className="link" onClick={() => open(b.figure)}>
                <WithFractions text={result.figures[b.figure]?.value.text ?? ""} />
              </button>
            </td>
            <td>makes the stud plumb</td>
          </tr>
        ))}
        {set.stations.map((s) => (
          <tr
            key={s.name}
            className={lit === s.figure ? "lit" : undefined}
            onPointerEnter={() => light(s.figure)}
            onPointerLeave={() => light(null)}
            data-enter={s.enter}
          >
            <th scope="row">{s.label}</th>
            <td className="gap">
              <button type="button" className="link" onClick={() => open(s.figure)}>
                <WithFractions text={result.figures[s.figure]?.value.text ?? ""} />
              </button>
            </td>
            <td>
              <WithFractions text={s.pack} />
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={3} className="quiet">
            Never force a {words.shim ?? "shim"}: a tight one bows the {words.leg ?? "leg"}.
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

/** The stock leaves against this hole, with the frame chosen. */
function Stock() {
  const set = useWork().result?.found.set;
  if (!set || set.stock.length === 0) return null;
  const words = { fits: "goes in", work: "with work", no: "does not" } as Record<string, string>;
  return (
    <details className="more">
      <summary>What else would go in</summary>
      {set.frames.length > 0 && (
        <ul className={styles.framesFit}>
          {set.frames.map((f) => (
            <li key={f.leaf} data-verdict={f.verdict}>
              This leaf in a frame of <WithFractions text={f.leaf} />: room <WithFractions text={f.room} />,{" "}
              {words[f.verdict]}
            </li>
          ))}
        </ul>
      )}
      <table className="readings">
        <thead>
          <tr>
            <th scope="col">Leaf</th>
            <th scope="col">Room</th>
            <th scope="col">Over the head</th>
            <th scope="col">So it</th>
          </tr>
        </thead>
        <tbody>
          {set.stock.map((s) => (
            <tr key={s.leaf} data-verdict={s.verdict}>
              <th scope="row">
                <WithFractions text={s.leaf} />
              </th>
              <td>
                <WithFractions text={s.room} />
              </td>
              <td>
                <WithFractions text={s.head ?? "not read"} />
              </td>
              <td className={styles.verdictWord}>{words[s.verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

export const stage: StageView = { name: "set", panel: SetStage, sheet: SetSheet };
