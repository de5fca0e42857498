import { Switch } from "@mantine/core";

import { View } from "../drawing/View";
import { BuyTable, CutTable } from "../slip/CutTable";
import { FigureLine } from "../slip/FigurePress";
import { capital } from "../api/words";
import { heightLabel } from "../work/choices";
import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { ChoiceAt, PickAt, Rows, SelectAt, SwitchAt, TextAt } from "./fields";
import { CutInPanel } from "./CutInPanel";
import { CutMarks } from "./CutMarks";
import { CORNERS, KindPick } from "./KindPick";
import { StockPick } from "./StockPick";
import { UsualHere } from "./UsualHere";
import { WallPick } from "./WallPick";
import type { StageView } from "./stages";

/** What it stands in: place, wall, header, and how the frame stands; and the cut list that follows. */
export function FrameStage() {
  const { now, meant, set, words, result, catalogue } = useWork();
  const door = now.opening.door?.kind ?? "swing";
  const swings = door === "swing";
  const kind = swings ? (meant.opening.frame?.kind ?? "flat_jamb") : "flat_jamb";
  const stands = meant.opening.frame?.stands_on ?? "rough_floor";
  const steel = meant.wall.studs === "steel";
  const standing = result?.standing ?? false; // the hole is there and stays: nothing of its wall is framed
  return (
    <>
      {result && <CutTable result={result} />}
      <CutMarks />
      {result && <BuyTable result={result} />}
      <Switch
        label="A standing wall"
        data-path="wall.existing"
        checked={now.wall.existing ?? false}
        onChange={(event) => set("wall.existing", event.currentTarget.checked)}
      />
      {standing && (
        <>
          <p className="quiet">
            The hole is there and stays: read it, and what it asks for follows. Nothing is framed.
          </p>
          <div className="pair">
            {swings && <PickAt path="opening.stays.old_frame" />}
            <PickAt path="opening.stays.casing" />
          </div>
        </>
      )}
      {now.wall.existing && <CutInPanel />}
      <h2>Place on the wall</h2>
      <div className="pair">
        <SelectAt path="opening.position.measured_from" />
        <SelectAt
          path="opening.position.to"
          without={now.wall.existing && !now.opening.position?.to?.endsWith("king") ? KINGS : []}
        />
      </div>
      <LengthAt path="opening.position.distance" label="Distance along the wall" />
      {!standing && <HeaderFacts />}
      <h2>Frame</h2>
      {swings ? (
        <KindPick
          label="Kind of frame"
          path="opening.frame.kind"
          value={kind}
          kinds={catalogue.frames.map((f) => ({
            value: f.kind,
            label: f.label,
            drawing: CORNERS[f.kind] ?? CORNERS.flat_jamb,
          }))}
          onPick={(value) => set("opening.frame.kind", value)}
        />
      ) : (
        <p className="quiet">Flat legs and head line the opening.</p>
      )}
      {swings && <KindFacts kind={kind} />}
      {swings && !["split_jamb", "steel_wrap"].includes(kind) && (
        <SwitchAt path="opening.setting.before_finish" label="It is set before the wall finish is on" />
      )}
      <ChoiceAt path="opening.frame.stands_on" />
      {stands === "spacer" && <LengthAt path="opening.frame.spacer" label="Spacer height" />}
      <div className="pair">
        <LengthAt
          path="opening.frame.thickness"
          rule={catalogue.frames.find((f) => f.kind === (swings ? kind : "flat_jamb"))?.stock_rule ?? undefined}
          label={`Thickness of the ${words.leg ?? "leg"}s`}
        />
        <LengthAt path="opening.frame.depth" label="Frame depth, if delivered" />
      </div>
      {swings && (
        <div className="pair">
          <SelectAt path="opening.frame.extension" />
          {now.opening.frame?.extension && <SelectAt path="opening.frame.extension_by" />}
        </div>
      )}
      {door === "face_slider" && (
        <div className="pair">
          <LengthAt path="opening.rules.side_shim" label={`${capital(words.shim ?? "shim")}s, each side`} />
          <LengthAt path="opening.rules.head_shim" label="Space over the head" />
        </div>
      )}
      <h2>Wall</h2>
      <WallPick />
      <TextAt path="wall.name" label="Name of the wall" />
      <PickAt path="wall.studs" />
      {steel && <TextAt path="wall.gauge" label="Gauge of its studs and tracks" most={12} />}
      <WallHeight />
      <LengthAt path="wall.length" label="Length" />
      {!standing && <PickAt path="wall.bearing" />}
      <div className="pair">
        <LengthAt path="wall.finish_a" label="Finish on side A" />
        <LengthAt path="wall.finish_b" label="Finish on side B" />
      </div>
      <div className="pair">
        <LengthAt path="wall.stud_thickness" label="Stud thickness" />
        <LengthAt path="wall.stud_depth" label="Stud depth" />
      </div>
      <div className="pair">
        <LengthAt path="wall.stud_spacing" label="Stud spacing" />
        <LengthAt path="wall.plate_thickness" label={steel ? "Track thickness" : "Plate thickness"} />
      </div>
      <div className="pair">
        <SelectAt path="wall.layout_from" />
        <LengthAt path="wall.layout_offset" label="Layout starts at" />
      </div>
      <UsualHere />
    </>
  );
}

/** Lines that are marked on a plate when it is framed: on a standing wall nobody measures to them any more. */
const KINGS = ["near_king", "far_king"];

/** How deep the header is and who says so, what it is made of, and the studs that carry it. */
function HeaderFacts() {
  const { meant, words } = useWork();
  const steel = meant.wall.studs === "steel";
  return (
    <>
      <h2>{capital(words.header ?? "header")}</h2>
      <div className="pair">
        <LengthAt path="opening.header.depth" label={`Depth of the ${words.header ?? "header"}`} />
        <TextAt path="opening.header.source" label="Who gave its size" most={200} />
      </div>
      <ChoiceAt path="opening.header.make_up" />
      {meant.opening.header?.make_up === "plies" && (
        <>
          <ChoiceAt path="opening.header.plies" />
          {!steel && (
            <div className="pair">
              <LengthAt path="opening.header.ply" />
              <LengthAt path="opening.header.packing" />
            </div>
          )}
        </>
      )}
      {(steel || meant.opening.header?.buck) && <LengthAt path="opening.header.buck" />}
      <div className="pair">
        <ChoiceAt path="opening.header.jacks" />
        <ChoiceAt path="opening.header.kings" />
      </div>
    </>
  );
}

/** The wall's height in the way the crew has it; what follows for the others stands below it. */
function WallHeight() {
  const { now, meant, set, words } = useWork();
  const by = meant.wall.height_by ?? "under_plates";
  // a height of the wall's own is said in the way that stood beside it
  const says = () => now.wall.height_by ?? set("wall.height_by", by);
  return (
    <>
      <ChoiceAt path="wall.height_by" />
      <LengthAt path="wall.height" label={heightLabel(by, words)} with={by === "under_plates" ? undefined : says} />
      {by !== "under_plates" && (
        <ul className="trim-list">
          <li>
            <FigureLine name="wall_top" />
          </li>
        </ul>
      )}
      {now.wall.height_right && (
        <LengthAt path="wall.height_right" label="The same at the right end: the ceiling slopes" />
      )}
      <div className="pair">
        <SelectAt path="wall.top_plates" {...(meant.wall.studs === "steel" && { fallback: "1" })} />
        <SelectAt path="wall.bottom_plates" />
      </div>
    </>
  );
}

/** Kinds whose facts stand with stock, sheets or a drawing of their own; the others show theirs one under the other. */
const LAID_OUT = ["lining_kit", "split_jamb", "steel_wrap", "outside_sill"];

/** The facts that only this kind of frame has. */
function KindFacts({ kind }: { kind: string }) {
  const { result, catalogue, words, meant } = useWork();
  const facts = catalogue.frames.find((f) => f.kind === kind)?.facts ?? [];
  const section = result?.drawings.find((d) => d.name === "section");
  return (
    <>
      {!LAID_OUT.includes(kind) && facts.map((fact) => <LengthAt key={fact} path={`opening.frame.${fact}`} />)}
      {kind === "lining_kit" && (
        <>
          <StockPick kind="lining_kit" label="Lining kit" />
          <div className="pair">
            <LengthAt path="opening.frame.kit_width_1" label="Kit made for leaf" />
            <LengthAt path="opening.frame.kit_width_2" label="or for leaf" />
          </div>
          <div className="pair">
            <LengthAt path="opening.frame.trench_depth" label="Trench depth" />
            <LengthAt path="opening.frame.horn" label="Horn past the trench" />
          </div>
        </>
      )}
      {kind === "split_jamb" && (
        <>
          <StockPick kind="split_jamb" label="Split jamb" />
          <div className="pair">
            <LengthAt path="opening.frame.wall_least" label="Takes walls from" />
            <LengthAt path="opening.frame.wall_most" label="up to" />
          </div>
        </>
      )}
      {["flat_jamb", "rabbeted", "split_jamb", "outside_sill"].includes(kind) && (
        <ChoiceAt path="opening.frame.supply" />
      )}
      {kind === "steel_wrap" && (
        <>
          <StockPick kind="steel_frame" label="Steel frame" />
          <div className="pair">
            <LengthAt path="opening.frame.nominal_width" label="Nominal width" />
            <LengthAt path="opening.frame.nominal_height" label="Nominal height" />
          </div>
          <LengthAt path="opening.frame.throat" label="Throat" />
          <div className="pair">
            <TextAt path="opening.frame.gauge" label="Gauge" most={60} />
            <TextAt path="opening.frame.anchors" label="Anchors" most={60} />
          </div>
          <Rows
            path="opening.frame.pockets"
            label={`Its hinge pockets, from the ${words.head ?? "head"}`}
            one="pocket"
            empty="None written down: the hinges go by the house rule."
            fields={(path, i) => <LengthAt path={`${path}.at`} label={`Hinge pocket ${i + 1}`} />}
          />
          <LengthAt
            path="opening.frame.strike_pocket"
            label={`Its ${words.strike ?? "strike"} pocket, from the ${words.head ?? "head"}`}
          />
          <TextAt path="opening.frame.source" label="Whose sheet the opening is from" most={200} />
          <div className="pair">
            <LengthAt path="opening.rules.steel_add_width" label="Opening wider than nominal" />
            <LengthAt path="opening.rules.steel_add_height" label="and higher" />
          </div>
        </>
      )}
      {kind === "outside_sill" && (
        <>
          {section && (
            <View
              drawing={section}
              result={result!}
              label="Section through the sill"
              caption="Outside is on the left."
              tall={180}
            />
          )}
          <div className="pair">
            <LengthAt path="opening.frame.sill_thickness" label="Sill thickness" />
            <LengthAt path="opening.rules.weather_gap" label="Gap at the sealed side" />
          </div>
          <LengthAt path="opening.frame.leaf_rebate" />
          <ChoiceAt path="opening.frame.legs_beside_sill" />
          <ChoiceAt path="opening.frame.legs_past_head" />
          {meant.opening.frame?.legs_past_head && <LengthAt path="opening.frame.rabbet_depth" />}
          <ChoiceAt path="opening.frame.sill_site_made" />
          <div className="pair">
            <LengthAt path="opening.rules.sill_gap" label="Leaf over the sill" />
            <LengthAt path="opening.rules.seal" label="Seal, not pressed" />
          </div>
        </>
      )}
    </>
  );
}

export const stage: StageView = { name: "frame", panel: FrameStage };
