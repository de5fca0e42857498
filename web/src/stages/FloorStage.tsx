import { ActionIcon, Button, Checkbox, TextInput } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";

import { FloorSection } from "../drawing/FloorSection";
import { View } from "../drawing/View";
import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { SelectAt, TextAt } from "./fields";

function Side({ side }: { side: "a" | "b" }) {
  const { now, result, set } = useWork();
  const path = `opening.floors.${side}`;
  const layers = now.opening.floors?.[side];
  const name = side.toUpperCase();
  const total = result?.figures[`floor_${side}`]?.value.text;
  const add = () => set(path, [...(layers ?? []), {}]);
  return (
    <fieldset className="floor-side" data-path={path}>
      <legend>
        Side {name} {layers && total && <span className="quiet">= {total}</span>}
      </legend>
      {!layers && <p className="quiet">Nobody has said what the floor is.</p>}
      {layers?.length === 0 && <p className="quiet">Bare rough floor.</p>}
      {layers?.map((layer, i) => {
        const guessed = layer.allowance !== undefined && layer.allowance !== null;
        return (
          <div className="layer-row" key={i} data-path={`${path}[${i}]`}>
            <div className="pair">
              <TextAt path={`${path}[${i}].name`} label={i === 0 ? "Lowest layer" : `Layer ${i + 1}`} />
              <LengthAt path={`${path}[${i}].thickness`} kind="layer" label="Thickness" />
            </div>
            <div className="layer-tail">
              <Checkbox
                label="Not chosen yet: an allowance"
                checked={guessed}
                onChange={(event) => set(`${path}[${i}].allowance`, event.currentTarget.checked ? "" : undefined)}
              />
              <ActionIcon
                variant="subtle"
                color="dark"
                size={44}
                aria-label={`Remove layer ${i + 1} of side ${name}`}
                onClick={() => set(path, layers.filter((_, n) => n !== i))}
              >
                <IconTrash size={20} />
              </ActionIcon>
            </div>
            {guessed && (
              <TextInput
                label="Why it waits"
                data-walk
                maxLength={120}
                value={layer.allowance ?? ""}
                onChange={(event) => set(`${path}[${i}].allowance`, event.currentTarget.value)}
              />
            )}
          </div>
        );
      })}
      <div className="row">
        <Button variant="default" onClick={add}>
          Add a layer
        </Button>
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
      </div>
    </fieldset>
  );
}

/** What it stands on: the floor of each side, what runs under the leaf, and the gap over it. */
export function FloorStage() {
  const { result } = useWork();
  const under = result?.under ?? "A";
  const sill = result?.figures.sill_top ? result.drawings.find((d) => d.name === "section") : undefined;
  return (
    <>
      {sill ? <View drawing={sill} result={result!} label="Section through the sill" caption="Outside is on the left." tall={180} /> : <FloorSection />}
      <Side side="a" />
      <Side side="b" />
      <SelectAt
        path="opening.floors.under"
        label="Under the closed leaf"
        fallback={under}
        data={[
          { value: "A", label: "Floor of side A" },
          { value: "B", label: "Floor of side B" },
          { value: "strip", label: "A threshold strip" },
        ]}
      />
      {under === "strip" && <LengthAt path="opening.floors.strip" kind="layer" label="Strip height over the rough floor" />}
      <LengthAt path="opening.rules.floor_gap" kind="gap" label="Gap under the leaf" rule="floor_gap" />
    </>
  );
}
