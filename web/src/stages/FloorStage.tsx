import { Button, NativeSelect } from "@mantine/core";
import { Link } from "react-router";

import type { FloorType, Layer } from "../api/client";
import { FloorSection } from "../drawing/FloorSection";
import { View } from "../drawing/View";
import { choiceAt } from "../work/choices";
import { useWork } from "../work/context";
import { floorUnder } from "../work/floors";
import { LengthAt } from "./LengthAt";
import { WithFractions } from "../tape/Digits";
import { SelectAt, SwitchAt } from "./fields";
import { LayerRows } from "../tape/LayerRows";
import type { StageView } from "./stages";
import styles from "./FloorStage.module.css";

/** What a side of the opening is for the gap over it; a floor of the job says that itself. */
function FloorIs({ side, from }: { side: "a" | "b"; from: FloorType | undefined }) {
  const { meant, catalogue, shown } = useWork();
  const is = from ?? meant.opening.floors?.[`${side}_is`];
  const path = `opening.floors.${side}_is`;
  if (from) {
    const kinds = choiceAt("floors[].kind", { catalogue, region: shown.words, floors: [] })!;
    return <p className="quiet">{kinds.data.find((k) => k.value === (is?.kind ?? kinds.fallback))?.label}.</p>;
  }
  return (
    <div className="pair">
      <SelectAt path={`${path}.kind`} />
      {is?.kind === "carpet" && <LengthAt path={`${path}.pile`} label="Its pile" />}
    </div>
  );
}

function Side({ side }: { side: "a" | "b" }) {
  const { page, now, meant, result, errors, shown, set } = useWork();
  const floors = page.job.job.floors ?? [];
  const { layers, path, key } = floorUnder(meant.opening, side, floors);
  const usually = page.job.job.usual?.floors?.[`${side}_from`];
  const name = side.toUpperCase();
  const total = result?.figures[`floor_${side}`]?.value.text;
  const board = `/jobs/${page.job.id}/floors`;
  return (
    <fieldset className={styles.floorSide} data-path={`opening.floors.${side}`}>
      <legend>
        Side {name}{" "}
        {layers && total && (
          <span className="quiet">
            = <WithFractions text={total} />
          </span>
        )}
      </legend>
      {floors.length > 0 && (
        <NativeSelect
          label={`Floor on side ${name}`}
          data-walk
          value={key ?? ""}
          onChange={(event) => {
            const next = event.currentTarget.value || undefined;
            set(`opening.floors.${side}_from`, next);
            // a layer nobody measured yet takes the place of what is usual in the job
            if (!next && usually && !now.opening.floors?.[side]) set(`opening.floors.${side}`, [{}]);
          }}
          data={[
            { value: "", label: "Layers of this opening alone" },
            ...floors.map((f) => ({ value: f.key, label: f.name || f.key })),
          ]}
        />
      )}
      {key !== null && (
        <>
          {!now.opening.floors?.[`${side}_from`] && <p className="heard">from the job</p>}
          {layers?.length === 0 && <p className="quiet">Bare rough floor.</p>}
          <ol className={styles.layersTold} data-path={path}>
            {layers?.map((layer, i) => (
              <li key={i}>
                {layer.name || "layer"}{" "}
                <WithFractions text={result?.heard[`${path}[${i}].thickness`]?.length.text ?? "has no thickness yet"} />
                {layer.allowance !== undefined && layer.allowance !== null && (
                  <em>: an allowance, {layer.allowance || "not chosen yet"}</em>
                )}
              </li>
            ))}
          </ol>
          <FloorIs side={side} from={floors.find((f) => f.key === key)} />
          <Link to={`${board}#${key}`}>Change this floor for the whole job</Link>
        </>
      )}
      {key === null && (
        <>
          {!layers && <p className="quiet">Nobody has said what the floor is.</p>}
          {layers?.length === 0 && <p className="quiet">Bare rough floor.</p>}
          <LayerRows
            layers={layers ?? []}
            path={path}
            of={`side ${name}`}
            unit={shown.unit}
            step={shown.step}
            heard={result?.heard}
            errors={errors}
            change={(next) =>
              set(path, (now: Layer[] | undefined) => {
                const after = next(now ?? []);
                return after.length ? after : undefined; // taken away is not bare: nobody has said
              })
            }
          />
          <FloorIs side={side} from={undefined} />
          <div className="row">
            {layers?.length !== 0 && (
              <Button variant="subtle" onClick={() => set(path, [])}>
                Bare floor
              </Button>
            )}
            {side === "b" && now.opening.floors?.a && !layers && (
              <Button variant="subtle" onClick={() => set(path, now.opening.floors?.a)}>
                Same as side A
              </Button>
            )}
            {floors.length === 0 && <Link to={board}>Keep floors for the whole job</Link>}
          </div>
        </>
      )}
    </fieldset>
  );
}

/** What it stands on: the floor of each side, what runs under the leaf, and the gap over it. */
export function FloorStage() {
  const { result, meant, page, words } = useWork();
  const floors = page.job.job.floors ?? [];
  const is = (["a", "b"] as const).map((side) => {
    const { key } = floorUnder(meant.opening, side, floors);
    return (floors.find((f) => f.key === key) ?? meant.opening.floors?.[`${side}_is`])?.kind ?? "hard";
  });
  const pocket = meant.opening.door?.kind === "pocket";
  const under = result?.under ?? "A";
  const sill = result?.figures.sill_top ? result.drawings.find((d) => d.name === "section") : undefined;
  return (
    <>
      {sill ? (
        <View
          drawing={sill}
          result={result!}
          label="Section through the sill"
          caption="Outside is on the left."
          tall={180}
        />
      ) : (
        <FloorSection />
      )}
      <Side side="a" />
      <Side side="b" />
      <SelectAt path="opening.floors.under" fallback={under} />
      {under === "strip" && <LengthAt path="opening.floors.strip" label="Strip height over the rough floor" />}
      {under === "strip" && (
        <SwitchAt path="opening.floors.strip_under_legs" label={`It runs under the ${words.leg ?? "leg"}s`} />
      )}
      {/* a pocket kit is set from the floor's surface, the pile's top where it is carpet: its own gap counts */}
      {!pocket && <LengthAt path="opening.rules.floor_gap" label="Gap over a hard floor" />}
      {!pocket && is.includes("carpet") && <LengthAt path="opening.rules.carpet_gap" label="Gap over the pile" />}
      {is.includes("air") && <LengthAt path="opening.rules.air_gap" label="Gap a room takes its air through" />}
    </>
  );
}

export const stage: StageView = { name: "floor", panel: FloorStage };
