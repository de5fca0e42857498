import { Plan } from "../drawing/Plan";
import { useCatalogue } from "../app/useCatalogue";
import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { PickAt, TextAt } from "./fields";

const LEAF = "opening.door.leaves[0]";

function Stock({ of, field }: { of: "width" | "height" | "thickness"; field: string }) {
  const { shown, set } = useWork();
  const sizes = useCatalogue().data?.stock[shown.unit]?.[of] ?? [];
  return (
    <div className="stock" role="group" aria-label={`Stock ${field}`}>
      {sizes.map((size) => (
        <button key={size} type="button" onClick={() => set(`${LEAF}.${of}`, size)}>
          {size.replace(/ (in|mm)$/, "")}
        </button>
      ))}
    </div>
  );
}

/** What hangs: the leaf, and which way it swings. */
export function DoorStage() {
  return (
    <>
      <div className="pair">
        <TextAt path="opening.mark" label="Mark" most={20} />
        <TextAt path="opening.room" label="Room" />
      </div>
      <LengthAt path={`${LEAF}.width`} kind="leaf_width" label="Leaf width" />
      <Stock of="width" field="widths" />
      <div className="pair">
        <div>
          <LengthAt path={`${LEAF}.height`} kind="leaf_height" label="Leaf height" />
          <Stock of="height" field="heights" />
        </div>
        <div>
          <LengthAt path={`${LEAF}.thickness`} kind="leaf_thickness" label="Leaf thickness" />
          <Stock of="thickness" field="thicknesses" />
        </div>
      </div>
      <div className="pair">
        <PickAt
          path="opening.door.hinge_side"
          label="Hinges, seen from A"
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
