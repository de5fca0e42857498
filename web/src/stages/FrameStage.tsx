import { Switch } from "@mantine/core";

import { View } from "../drawing/View";
import { BuyTable, CutTable } from "../print/CutTable";
import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { PickAt, SelectAt, SwitchAt, TextAt } from "./fields";
import { CutInPanel } from "./CutInPanel";
import { CutMarks } from "./CutMarks";
import { FRAMES, KindPick } from "./KindPick";
import { StockPick } from "./StockPick";
import { WallPick } from "./WallPick";

const count = (most: number) => Array.from({ length: most }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));

/** What it stands in: place, wall, header, and how the frame stands; and the cut list that follows. */
export function FrameStage() {
  const { now, set, words, result } = useWork();
  const door = now.opening.door?.kind ?? "swing";
  const swings = door === "swing";
  const kind = swings ? (now.opening.frame?.kind ?? "flat_jamb") : "flat_jamb";
  const stands = now.opening.frame?.stands_on ?? "rough_floor";
  return (
    <>
      {result && <CutTable result={result} />}
      <CutMarks />
      {result && <BuyTable result={result} />}
      <h2>Place on the wall</h2>
      <div className="pair">
        <SelectAt
          path="opening.position.measured_from"
          label="From A, measured from"
          fallback="left"
          data={[
            { value: "left", label: "Left end" },
            { value: "right", label: "Right end" },
          ]}
        />
        <SelectAt
          path="opening.position.to"
          label="To the opening's"
          fallback="centre"
          data={[
            { value: "centre", label: "Centre" },
            { value: "near_edge", label: "Near edge" },
            { value: "far_edge", label: "Far edge" },
            { value: "hinge_edge", label: "Hinge edge" },
            ...(now.wall.existing && !now.opening.position?.to?.endsWith("king")
              ? []
              : [
                  { value: "near_king", label: `Near ${words.king ?? "king"}’s line` },
                  { value: "far_king", label: `Far ${words.king ?? "king"}’s line` },
                ]),
          ]}
        />
      </div>
      <LengthAt path="opening.position.distance" kind="position" label="Distance along the wall" />
      <h2>Header</h2>
      <div className="pair">
        <LengthAt path="opening.header.depth" kind="header_depth" label={`Depth of the ${words.header ?? "header"}`} />
        <TextAt path="opening.header.source" label="Who gave its size" most={200} />
      </div>
      <div className="pair">
        <SelectAt path="opening.header.jacks" label={`Each side: ${words.jack ?? "jack"}s`} fallback="1" data={count(4)} number />
        <SelectAt path="opening.header.kings" label={`${words.king ?? "king"}s`} fallback="1" data={count(4)} number />
      </div>
      <h2>Frame</h2>
      {swings ? (
        <KindPick label="Kind of frame" path="opening.frame.kind" value={kind} kinds={FRAMES} onPick={(value) => set("opening.frame.kind", value)} />
      ) : (
        <p className="quiet">Flat legs and head line the opening.</p>
      )}
      {swings && <KindFacts kind={kind} />}
      <PickAt
        path="opening.frame.stands_on"
        label={`The ${words.leg ?? "leg"}s stand on`}
        fallback="rough_floor"
        data={[
          { value: "rough_floor", label: "Rough floor" },
          { value: "finished_floor", label: "Finished floor" },
          { value: "spacer", label: "A spacer" },
        ]}
      />
      {stands === "spacer" && <LengthAt path="opening.frame.spacer" kind="foot" label="Spacer height" />}
      <div className="pair">
        <LengthAt path="opening.frame.thickness" kind="frame_thickness" label={`Thickness of the ${words.leg ?? "leg"}s`} rule={kind === "lining_kit" ? undefined : "leg_thickness"} />
        <LengthAt path="opening.frame.depth" kind="wall_thickness" label="Frame depth, if delivered" />
      </div>
      {door === "face_slider" && (
        <div className="pair">
          <LengthAt path="opening.rules.side_shim" kind="shim_space" label="Shims, each side" rule="side_shim" />
          <LengthAt path="opening.rules.head_shim" kind="shim_space" label="Space over the head" rule="head_shim" />
        </div>
      )}
      <h2>Wall</h2>
      <WallPick />
      <TextAt path="wall.name" label="Name of the wall" />
      <div className="pair">
        <LengthAt path="wall.height" kind="wall_height" label="Height to the top plates" />
        <LengthAt path="wall.length" kind="wall_length" label="Length" />
      </div>
      {now.wall.height_right && <LengthAt path="wall.height_right" kind="wall_height" label="Height at the right end: the ceiling slopes" />}
      <PickAt
        path="wall.bearing"
        label="Does it carry load?"
        fallback="unknown"
        data={[
          { value: "no", label: "No" },
          { value: "yes", label: "Yes" },
          { value: "unknown", label: "Not known" },
        ]}
      />
      <Switch
        label="A standing wall"
        data-path="wall.existing"
        checked={now.wall.existing ?? false}
        onChange={(event) => set("wall.existing", event.currentTarget.checked)}
      />
      {now.wall.existing && <CutInPanel />}
      <div className="pair">
        <LengthAt path="wall.finish_a" kind="finish" label="Finish on side A" />
        <LengthAt path="wall.finish_b" kind="finish" label="Finish on side B" />
      </div>
      <div className="pair">
        <LengthAt path="wall.stud_thickness" kind="stud" label="Stud thickness" rule="stud_thickness" />
        <LengthAt path="wall.stud_depth" kind="stud_depth" label="Stud depth" rule="stud_depth" />
      </div>
      <div className="pair">
        <LengthAt path="wall.stud_spacing" kind="spacing" label="Stud spacing" rule="stud_spacing" />
        <LengthAt path="wall.plate_thickness" kind="plate" label="Plate thickness" rule="plate_thickness" />
      </div>
      <div className="pair">
        <SelectAt
          path="wall.layout_from"
          label="Layout starts from"
          fallback="left"
          data={[
            { value: "left", label: "Left end" },
            { value: "right", label: "Right end" },
          ]}
        />
        <LengthAt path="wall.layout_offset" kind="position" label="Layout starts at" rule="layout_offset" />
      </div>
    </>
  );
}

/** The facts that only this kind of frame has. */
function KindFacts({ kind }: { kind: string }) {
  const { result } = useWork();
  const section = result?.drawings.find((d) => d.name === "section");
  return (
    <>
      {kind === "lining_kit" && (
        <>
          <StockPick kind="lining_kit" label="Lining kit" />
          <div className="pair">
            <LengthAt path="opening.frame.kit_width_1" kind="leaf_width" label="Kit made for leaf" />
            <LengthAt path="opening.frame.kit_width_2" kind="leaf_width" label="or for leaf" />
          </div>
          <div className="pair">
            <LengthAt path="opening.frame.trench_depth" kind="small" label="Trench depth" rule="trench_depth" />
            <LengthAt path="opening.frame.horn" kind="small" label="Horn past the trench" rule="horn" />
          </div>
        </>
      )}
      {kind === "rabbeted" && <LengthAt path="opening.frame.rabbet_depth" kind="small" label="Rabbet depth" rule="rabbet_depth" />}
      {kind === "split_jamb" && (
        <>
          <StockPick kind="split_jamb" label="Split jamb" />
          <div className="pair">
            <LengthAt path="opening.frame.wall_least" kind="wall_thickness" label="Takes walls from" />
            <LengthAt path="opening.frame.wall_most" kind="wall_thickness" label="up to" />
          </div>
        </>
      )}
      {kind === "flat_jamb" && (
        <PickAt
          path="opening.frame.supply"
          label="How it comes"
          fallback="site_built"
          data={[
            { value: "site_built", label: "Built on site" },
            { value: "pre_hung", label: "Pre-hung" },
          ]}
        />
      )}
      {kind === "steel_wrap" && (
        <>
          <StockPick kind="steel_frame" label="Steel frame" />
          <LengthAt path="opening.frame.throat" kind="wall_thickness" label="Throat" />
          <TextAt path="opening.frame.source" label="Whose sheet the opening is from" most={200} />
          <div className="pair">
            <LengthAt path="opening.rules.steel_add_width" kind="add" label="Opening over leaf" rule="steel_add_width" />
            <LengthAt path="opening.rules.steel_add_height" kind="add" label="Above leaf and floor" rule="steel_add_height" />
          </div>
        </>
      )}
      {kind === "outside_sill" && (
        <>
          {section && <View drawing={section} result={result!} label="Section through the sill" caption="Outside is on the left." tall={180} />}
          <div className="pair">
            <LengthAt path="opening.frame.sill_thickness" kind="small" label="Sill thickness" />
            <LengthAt path="opening.rules.weather_gap" kind="gap" label="Gap at the sealed side" rule="weather_gap" />
          </div>
          <SwitchAt path="opening.frame.legs_beside_sill" label="The legs stand beside the sill, not on it" />
          <SwitchAt path="opening.frame.sill_site_made" label="The sill is made on site" />
          <div className="pair">
            <LengthAt path="opening.rules.sill_gap" kind="gap" label="Leaf over the sill" rule="sill_gap" />
            <LengthAt path="opening.rules.seal" kind="gap" label="Seal, not pressed" rule="seal" />
          </div>
        </>
      )}
    </>
  );
}
