import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { FigureLength } from "../slip/FigurePress";
import { PickAt, SelectAt } from "./fields";

const ROWS = [
  { label: "Width", figure: "width" },
  { label: "Height", figure: "height" },
  { label: "Side play, each", figure: "side_play" },
  { label: "Head play", figure: "head_play" },
] as const;

/** The two schools side by side: what each makes of this opening and what it leaves around the frame. */
function Schools() {
  const { result } = useWork();
  if (!result) return null;
  return (
    <table className="schools">
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
            {(["build_up", "add_on"] as const).map((school) => {
              const name = `${school}_${row.figure}`;
              const figure = result.figures[name];
              const short = figure && row.figure.endsWith("play") && figure.value.mm < 0;
              return (
                <td key={school} aria-current={result.school === school} className={short ? "short" : undefined}>
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

/** How big the hole is: the school, its amounts, and the gaps of the leaf. */
export function OpeningStage() {
  const { now, result } = useWork();
  if (now.opening.door?.kind === "bypass") return <BypassOpening />;
  if (result?.school === "sheet") return <SheetOpening />;
  return <Schooled />;
}

/** Bypass leaves: how they lap, and the opening jamb to jamb. */
function BypassOpening() {
  return (
    <>
      <div className="pair">
        <LengthAt path="opening.door.bypass.overlap" kind="small" label="Leaves overlap" rule="bypass_overlap" />
        <LengthAt path="opening.door.bypass.track" kind="small" label="Track takes" rule="bypass_track" />
      </div>
      <LengthAt path="opening.door.bypass.between" kind="gap" label="Between two leaves" rule="bypass_between" />
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
        <LengthAt path="opening.rules.steel_add_width" kind="add" label="Wider than the leaf" rule="steel_add_width" />
        <LengthAt path="opening.rules.steel_add_height" kind="add" label="Above leaf and floor" rule="steel_add_height" />
      </div>
    </>
  );
}

function Shims() {
  return (
    <div className="pair">
      <LengthAt path="opening.rules.side_shim" kind="shim_space" label="Shims, each side" rule="side_shim" />
      <LengthAt path="opening.rules.head_shim" kind="shim_space" label="Space over the head" rule="head_shim" />
    </div>
  );
}

function Schooled() {
  const { now, result } = useWork();
  const school = now.opening.school ?? result?.school ?? "build_up";
  return (
    <>
      <PickAt
        path="opening.school"
        label="School for the rough opening"
        fallback={school}
        data={[
          { value: "build_up", label: "Build up from the leaf" },
          { value: "add_on", label: "Add on to the leaf" },
        ]}
      />
      <Schools />
      {school === "build_up" ? (
        <Shims />
      ) : (
        <>
          <div className="pair">
            <LengthAt path="opening.rules.add_width" kind="add" label="Added to the width" rule="add_width" />
            <LengthAt path="opening.rules.add_height" kind="add" label="Added to the height" rule="add_height" />
          </div>
          <SelectAt
            path="opening.add_from"
            label="Height added from"
            fallback="rough_floor"
            data={[
              { value: "rough_floor", label: "The rough floor" },
              { value: "finished_floor", label: "The finished floor" },
            ]}
          />
        </>
      )}
      <h2>Gaps around the leaf</h2>
      <div className="pair">
        <LengthAt path="opening.rules.hinge_gap" kind="gap" label="At the hinges" rule="hinge_gap" />
        <LengthAt path="opening.rules.strike_gap" kind="gap" label="At the strike" rule="strike_gap" />
      </div>
      <LengthAt path="opening.rules.head_gap" kind="gap" label="At the head" rule="head_gap" />
      <h2>Head line of the storey</h2>
      <LengthAt path="opening.head_line" kind="height" label="Common head line, over the rough floor" />
      {now.opening.head_line && (
        <PickAt
          path="opening.head_gain"
          label="What this door gains goes to"
          fallback="raise"
          data={[
            { value: "raise", label: "Legs and floor gap" },
            { value: "pack", label: "A packer" },
          ]}
        />
      )}
    </>
  );
}
