import { Button, Checkbox, Switch } from "@mantine/core";

import type { Job, LengthText, Region, Unit, Wall, WallLayout } from "../api/client";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { heightLabel } from "../work/choices";
import { ChoiceField } from "./ChoiceField";
import { type Told, Typed, TypedText } from "./Typed";

/** Keep a wall; where it cannot be, whoever asked is told why. */
type SaveWall = (wall: Wall, told?: Told) => void;

interface Props {
  wall: Wall;
  job: Job;
  usual: WallLayout["usual"];
  heard: WallLayout["heard"];
  timber: WallLayout["timber"];
  save: SaveWall;
}

const written = (at: LengthText) =>
  at === null || at === undefined ? "" : typeof at === "string" ? at : `${at.value} ${at.unit}`;

/** The wall's own facts: how long and high, what meets it, what is fitted on it, and what was found in it. */
export function WallFacts({ wall, job, usual, heard, timber: timbers, save }: Props) {
  const shown = useShown(job);
  const catalogue = useCatalogue().data;
  const unit = shown.unit;
  const studs = wall.studs ?? (usual["wall.studs"] as Wall["studs"]);
  const steel = studs === "steel";
  const words = (steel ? catalogue?.words_in_steel : catalogue?.words)?.[shown.words] ?? {};
  const by = wall.height_by ?? (usual["wall.height_by"] as string | undefined) ?? "under_plates";
  // a height of the wall's own is said in the way that stands beside it
  const saysHow = wall.height_by || by === "under_plates" ? {} : { height_by: by as Wall["height_by"] };
  const fromJob = (name: string) => {
    const usually = `wall.${name}` in usual ? heard[`wall.${name}`] : undefined;
    return usually && { text: usually.length.digits, by: "from the job" };
  };
  const length = (
    label: string,
    name: "length" | "height" | "height_right" | "finish_a" | "finish_b" | Timber,
    kind: string,
    byRule?: { text: string; by: string },
  ) => (
    <Typed
      label={label}
      kind={kind}
      path={`wall.${name}`}
      unit={unit}
      value={wall[name]}
      heard={heard[`wall.${name}`]}
      fallback={fromJob(name) ?? byRule}
      keep={(value, told) => save({ ...wall, ...(name === "height" && saysHow), [name]: value }, told)}
    />
  );
  const choice = (name: Chosen, own: { fallback?: string } = {}) => (
    <ChoiceField
      path={`wall.${name}`}
      value={wall[name]}
      usual={usual}
      words={shown.words}
      studs={studs}
      {...own}
      keep={(to) => save({ ...wall, [name]: to })}
    />
  );
  const timber = (label: string, name: Timber, kind: string) =>
    length(label, name, kind, { text: timbers[name] ?? "", by: "by house rule" });
  const fittings = wall.fittings ?? [];
  return (
    <>
      <details className="more" open={!wall.length || (fittings.length > 0 && !wall.existing)}>
        <summary>The wall, its corners and what is on it</summary>
        <TypedText
          label="Name"
          path="wall.name"
          value={wall.name ?? ""}
          keep={(name, told) => save({ ...wall, name }, told)}
        />
        <TypedText
          label="Storey, whose heads line up"
          path="wall.storey"
          value={wall.storey ?? ""}
          keep={(storey, told) => save({ ...wall, storey }, told)}
        />
        <div className="pair">
          {length("Length", "length", "wall_length")}
          {length(heightLabel(by, words), "height", "wall_height")}
        </div>
        {choice("height_by")}
        <div className="pair">
          {choice("top_plates", steel ? { fallback: "1" } : {})}
          {choice("bottom_plates")}
        </div>
        {length("The same at the right end, if the ceiling slopes", "height_right", "wall_height")}
        {choice("bearing")}
        <div className="pair">
          {choice("left_corner")}
          {choice("right_corner")}
        </div>
        {fittings.map((f, i) => {
          const set = (facts: Partial<typeof f>, told?: Told) =>
            save({ ...wall, fittings: fittings.map((one, n) => (n === i ? { ...one, ...facts } : one)) }, told);
          return (
            <div key={i} className="fitting-row">
              <TypedText
                label="What"
                path={`wall.fittings[${i}].what`}
                value={f.what ?? ""}
                keep={(what, told) => set({ what }, told)}
              />
              <Typed
                label="From the left end"
                path={`wall.fittings[${i}].at`}
                unit={unit}
                value={f.at}
                heard={heard[`wall.fittings[${i}].at`]}
                keep={(at, told) => set({ at }, told)}
              />
              <ChoiceField
                path="wall.fittings[].side"
                value={f.side}
                words={shown.words}
                keep={(side) => set({ side: side as "A" | "B" })}
              />
              <Button
                variant="subtle"
                color="red"
                onClick={() => save({ ...wall, fittings: fittings.filter((_, n) => n !== i) })}
                aria-label={`Take out ${f.what || "fitting"}`}
              >
                Take out
              </Button>
            </div>
          );
        })}
        <Button variant="default" onClick={() => save({ ...wall, fittings: [...fittings, { what: "" }] })}>
          Add a switch, socket or vent
        </Button>
      </details>
      <details className="more">
        <summary>Its studs, their layout, and its finishes</summary>
        <div className="pair">
          {choice("studs")}
          {steel && (
            <TypedText
              label="Gauge of its studs and tracks"
              path="wall.gauge"
              value={wall.gauge ?? ""}
              keep={(gauge, told) => save({ ...wall, gauge }, told)}
            />
          )}
        </div>
        <div className="pair">
          {timber("Stud spacing", "stud_spacing", "spacing")}
          {timber("Layout starts at", "layout_offset", "position")}
        </div>
        {choice("layout_from")}
        <div className="pair">
          {timber("Stud thickness", "stud_thickness", "stud")}
          {timber("Stud depth", "stud_depth", "stud_depth")}
        </div>
        {timber(steel ? "Track thickness" : "Plate thickness", "plate_thickness", "plate")}
        <div className="pair">
          {length("Finish on side A", "finish_a", "finish")}
          {length("Finish on side B", "finish_b", "finish")}
        </div>
      </details>
      <details className="more" open={(wall.existing ?? false) || (wall.services ?? []).length > 0}>
        <summary>What runs in it, and whether it stands already</summary>
        <Switch
          label="This wall stands already"
          checked={wall.existing ?? false}
          onChange={(e) => save({ ...wall, existing: e.currentTarget.checked })}
        />
        <InWall wall={wall} words={shown.words} studs={studs} unit={unit} heard={heard} save={save} />
      </details>
    </>
  );
}

type Timber = "stud_thickness" | "stud_depth" | "stud_spacing" | "plate_thickness" | "layout_offset";
type Chosen =
  "studs" | "height_by" | "top_plates" | "bottom_plates" | "bearing" | "left_corner" | "right_corner" | "layout_from";

/** Wires, pipes and ducts that run in a wall; of a standing one the studs that were found, too. */
function InWall({
  wall,
  words,
  studs,
  unit,
  heard,
  save,
}: {
  wall: Wall;
  words: Region;
  studs: Wall["studs"];
  unit: Unit;
  heard: WallLayout["heard"];
  save: SaveWall;
}) {
  const services = wall.services ?? [];
  const centres = (wall.studs_found ?? []).map((s) => written(s.at)).join("; ");
  return (
    <>
      {wall.existing && (
        <>
          <TypedText
            label="Stud centres found, from the left end"
            path="wall.studs_found"
            lines={{ description: "One after the other, with a semicolon between: 16; 32 1/8; 48" }}
            value={centres}
            keep={(text, told) => {
              const next = text
                .split(/[;\n]/)
                .map((at) => at.trim())
                .filter(Boolean);
              if (next.join("; ") !== centres)
                save({ ...wall, studs_found: next.length ? next.map((at) => ({ at })) : null }, told);
            }}
          />
          <ChoiceField
            path="wall.plate_on"
            value={wall.plate_on}
            words={words}
            studs={studs}
            keep={(on) => save({ ...wall, plate_on: on as Wall["plate_on"] })}
          />
        </>
      )}
      {services.map((one, i) => {
        const set = (facts: Partial<typeof one>, told?: Told) =>
          save({ ...wall, services: services.map((s, n) => (n === i ? { ...s, ...facts } : s)) }, told);
        const field = (label: string, name: "at" | "to" | "low" | "high", kind: string) => (
          <Typed
            label={label}
            kind={kind}
            path={`wall.services[${i}].${name}`}
            unit={unit}
            value={one[name]}
            heard={heard[`wall.services[${i}].${name}`]}
            keep={(value, told) => set({ [name]: value }, told)}
          />
        );
        return (
          <div key={i} className="fitting-row">
            <TypedText
              label="What runs there"
              path={`wall.services[${i}].what`}
              value={one.what ?? ""}
              keep={(what, told) => set({ what }, told)}
            />
            <Checkbox
              label="Cannot be moved"
              checked={one.fixed ?? false}
              onChange={(e) => set({ fixed: e.currentTarget.checked })}
            />
            {field("From the left end", "at", "position")}
            {field("to, if it runs along", "to", "position")}
            {field("From height", "low", "height")}
            {field("up to", "high", "height")}
            {(one.low || one.high) && (
              <ChoiceField
                path="wall.services[].taped_from"
                value={one.taped_from}
                words={words}
                keep={(from) => set({ taped_from: from as typeof one.taped_from })}
              />
            )}
            <Button
              variant="subtle"
              color="red"
              onClick={() => save({ ...wall, services: services.filter((_, n) => n !== i) })}
              aria-label={`Take out ${one.what || "service"}`}
            >
              Take out
            </Button>
          </div>
        );
      })}
      <Button variant="default" onClick={() => save({ ...wall, services: [...services, { what: "" }] })}>
        Add a wire, pipe or duct
      </Button>
    </>
  );
}
