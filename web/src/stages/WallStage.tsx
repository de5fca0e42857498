import { View } from "../drawing/View";
import { capital } from "../api/words";
import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { FigureLine } from "../slip/FigurePress";
import { PickAt, Rows, SelectAt } from "./fields";
import type { StageView } from "./stages";

const TRACK = "opening.door.slider";
const LINES = [
  "standoff_needed",
  "standoff",
  "standoff_spare",
  "backer_least",
  "backer_length",
  "backer_bottom",
  "backer_top",
  "backer_clear",
  "guide_reach",
  "lag_length",
];

/** The wall behind the slab: trim and lean, backer and spacer, and how deep the fixings go. */
export function WallStage() {
  const { result, words } = useWork();
  const section = result?.drawings.find((d) => d.name === "section");
  return (
    <>
      {section && (
        <View
          drawing={section}
          result={result!}
          label="Section through wall, trim, backer, track and slab"
          caption="The slab hangs plumb; the wall and its trim do not."
          tall={330}
        />
      )}
      {result && (
        <ul className="trim-list">
          {LINES.map((name) => (
            <li key={name}>
              <FigureLine name={name} />
            </li>
          ))}
        </ul>
      )}
      <Rows
        path={`${TRACK}.lean`}
        label="Wall face against plumb from the track line"
        one="reading"
        empty="Read it at the floor and half way up; nothing written counts as plumb."
        fields={(path) => (
          <>
            <div className="pair">
              <LengthAt path={`${path}.at`} label="Height over floor" />
              <LengthAt path={`${path}.by`} label="Off plumb by" />
            </div>
            <SelectAt path={`${path}.toward`} />
          </>
        )}
      />
      <h2>Trim the slab passes</h2>
      <div className="pair">
        <LengthAt path={`${TRACK}.base_thickness`} label="Base thickness" />
        <LengthAt path={`${TRACK}.base_height`} label="Base height" />
      </div>
      <div className="pair">
        <LengthAt path="opening.casing.thickness" label={`${capital(words.casing ?? "casing")} thickness`} />
        <LengthAt path={`${TRACK}.bolt_heads`} label="Bolt heads" />
      </div>
      <h2>What it hangs from</h2>
      <PickAt path={`${TRACK}.fixing`} />
      <p className="quiet">
        Backer: through it into studs. Spacers: track to studs. On backer: anywhere on it, if its maker allows.
      </p>
      <div className="pair">
        <LengthAt path={`${TRACK}.backer`} label="Backer in hand" />
        <LengthAt path={`${TRACK}.spacer`} label="Spacer" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.backer_height`} label="Backer height" />
        <LengthAt path={`${TRACK}.backer_past`} label="Past the track’s ends" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.offset`} label="Track back to slab" />
        <LengthAt path={`${TRACK}.track_bar`} label="Track bar thickness" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.lag`} label="Fixings in hand" />
      </div>
    </>
  );
}

export const stage: StageView = { name: "wall", panel: WallStage };
