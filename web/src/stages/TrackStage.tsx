import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { FigureLine } from "../slip/FigurePress";
import { PickAt, Rows, SelectAt, Several, TextAt } from "./fields";
import { StockPick } from "./StockPick";
import type { StageView } from "./stages";
import styles from "./TrackStage.module.css";

const TRACK = "opening.door.slider";
const NOW = ["slab_now_near", "slab_now_far", "slab_frees"];

/** The track: how long, where it starts so that its holes land on studs, what the slab covers on its way. */
export function TrackStage() {
  const { result, now, slabAt } = useWork();
  const track = result?.track;
  const byCasing = now.opening.door?.slider?.studs_from === "casing";
  const from = now.opening.position?.measured_from ?? "left";
  return (
    <>
      <p className="quiet">Drag the slab on the drawing, or give it the focus and use the arrow keys.</p>
      {slabAt > 0 && (
        <ul className="trim-list">
          {NOW.map((name) => (
            <li key={name}>
              <FigureLine name={name} />
            </li>
          ))}
        </ul>
      )}
      {track && track.holes > 0 && (
        <p className={styles.landed}>
          <strong>
            {track.landed} of {track.holes}
          </strong>{" "}
          factory holes land on a stud; {track.bored} to bore.
        </p>
      )}
      <StockPick kind="track" label="Track and hangers" />
      <TextAt path={`${TRACK}.source`} label="Whose sheet these figures are from" most={200} />
      <div className="pair">
        <LengthAt path={`${TRACK}.length`} label="Track bought" />
        <TextAt path={`${TRACK}.rating`} label="Rated for" most={40} />
      </div>
      <PickAt path={`${TRACK}.studs_from`} />
      <Several
        path={`${TRACK}.studs`}
        label={byCasing ? "Studs found, from the casing’s outer edge" : `Studs found, from the ${from} end`}
        description="Their middles, with a semicolon between: 16; 32 1/8; 48"
        kind="position"
        row={(at) => ({ at })}
      />
      <Rows
        path={`${TRACK}.studs`}
        label={
          byCasing
            ? "Studs found, from the casing’s outer edge on the closed side"
            : `Studs found, from the ${from} end of the wall`
        }
        one="stud"
        empty="None found yet."
        fields={(path, i) => <LengthAt path={`${path}.at`} label={`Middle of stud ${i + 1}`} />}
      />
      <div className="pair">
        <LengthAt path={`${TRACK}.hole_first`} label="End to first hole" />
        <LengthAt path={`${TRACK}.hole_spacing`} label="Holes apart" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.hanger_edge`} label="Hangers from edge" />
        <LengthAt path={`${TRACK}.hanger_spread_least`} label="Least spread" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.wheel_radius`} label="Wheel radius" />
        <LengthAt path={`${TRACK}.stop_length`} label="Stop length" />
      </div>
      <div className="pair">
        <LengthAt path={`${TRACK}.hole_above`} label="Holes over slab" />
        <LengthAt path={`${TRACK}.track_half`} label="Half track height" />
      </div>
      {(now.opening.door?.leaves?.length ?? 1) > 1 && (
        <LengthAt path={`${TRACK}.rail`} label="First of the two rails, from its start" />
      )}
      <LengthAt path={`${TRACK}.ceiling`} label="Ceiling above the finished floor" />
      <h2>Guide and pull</h2>
      <PickAt path={`${TRACK}.guide`} />
      <div className="pair">
        <LengthAt path={`${TRACK}.guide_length`} label="Guide length" />
        <LengthAt path={`${TRACK}.pull_height`} label="Pull over floor" />
        <LengthAt path={`${TRACK}.pull_inset`} label="Pull from closing edge" />
      </div>
      {(now.opening.door?.slider?.guide ?? "channel") === "channel" && (
        <div className="pair">
          <LengthAt path={`${TRACK}.guide_thickness`} label="Guide thickness" />
          <LengthAt path={`${TRACK}.guide_height`} label="Guide height" />
        </div>
      )}
      <Rows
        path={`${TRACK}.beside`}
        label="Beside the opening, where the slab opens"
        one="thing"
        empty="No switch, vent or corner written down."
        fields={(path) => (
          <>
            <TextAt path={`${path}.what`} label="What" />
            <LengthAt path={`${path}.distance`} label="From the opening" />
          </>
        )}
      />
      <SelectAt path={`${TRACK}.hung_on`} />
    </>
  );
}

export const stage: StageView = { name: "track", panel: TrackStage };
