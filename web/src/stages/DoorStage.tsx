import { useState } from "react";

import type { Leaf } from "../api/client";
import { Plan } from "../drawing/Plan";
import { useCatalogue } from "../app/useCatalogue";
import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { PickAt, TextAt } from "./fields";
import { KindPick, LEAVES } from "./KindPick";

type Size = "width" | "height" | "thickness";

function Stock({ of, field, leaf }: { of: Size; field: string; leaf: string }) {
  const { shown, set } = useWork();
  const sizes = useCatalogue().data?.stock[shown.unit]?.[of] ?? [];
  return (
    <div className="stock" role="group" aria-label={`Stock ${field}`}>
      {sizes.map((size) => (
        <button key={size} type="button" onClick={() => set(`${leaf}.${of}`, size)}>
          {size.replace(/ (in|mm)$/, "")}
        </button>
      ))}
    </div>
  );
}

function LeafFields({ index, name }: { index: 0 | 1; name: string }) {
  const leaf = `opening.door.leaves[${index}]`;
  return (
    <>
      <LengthAt path={`${leaf}.width`} kind="leaf_width" label={`${name} width`} />
      <Stock of="width" field={`widths, ${name.toLowerCase()}`} leaf={leaf} />
      <div className="pair">
        <div>
          <LengthAt path={`${leaf}.height`} kind="leaf_height" label={`${name} height`} />
          <Stock of="height" field={`heights, ${name.toLowerCase()}`} leaf={leaf} />
        </div>
        <div>
          <LengthAt path={`${leaf}.thickness`} kind="leaf_thickness" label={`${name} thickness`} />
          <Stock of="thickness" field={`thicknesses, ${name.toLowerCase()}`} leaf={leaf} />
        </div>
      </div>
    </>
  );
}

/** One leaf or two. The second leaf's facts wait in the screen while a single door is chosen. */
function Leaves() {
  const { now, set } = useWork();
  const [second, setSecond] = useState<Leaf | null>(null);
  const leaves = now.opening.door?.leaves ?? [{}];
  const pick = (count: "1" | "2") => {
    if (count === "1") {
      setSecond(leaves[1] ?? null);
      set("opening.door.leaves", leaves.slice(0, 1));
    } else if (leaves.length === 1) {
      set("opening.door.leaves", [leaves[0] ?? {}, second ?? leaves[0] ?? {}]);
    }
  };
  const pair = leaves.length === 2;
  return (
    <>
      <KindPick label="What hangs" path="opening.door.leaves" value={pair ? "2" : "1"} kinds={LEAVES} onPick={pick} />
      <LeafFields index={0} name={pair ? "Active leaf" : "Leaf"} />
      {pair && <LeafFields index={1} name="Inactive leaf" />}
    </>
  );
}

/** What hangs: the leaf or leaves, and which way they swing. */
export function DoorStage() {
  const { now } = useWork();
  const pair = (now.opening.door?.leaves?.length ?? 1) === 2;
  return (
    <>
      <div className="pair">
        <TextAt path="opening.mark" label="Mark" most={20} />
        <TextAt path="opening.room" label="Room" />
      </div>
      <Leaves />
      <div className="pair">
        <PickAt
          path="opening.door.hinge_side"
          label={pair ? "Active leaf, from A" : "Hinges, seen from A"}
          fallback="left"
          data={[
            { value: "left", label: "Left" },
            { value: "right", label: "Right" },
          ]}
        />
        <PickAt
          path="opening.door.opens_to"
          label="Opens to"
          fallback="A"
          data={[
            { value: "A", label: "Side A" },
            { value: "B", label: "Side B" },
          ]}
        />
      </div>
      <Plan />
      <PickAt
        path="opening.door.outside"
        label="Outside (key or corridor side)"
        fallback="A"
        data={[
          { value: "A", label: "Side A" },
          { value: "B", label: "Side B" },
        ]}
      />
    </>
  );
}
