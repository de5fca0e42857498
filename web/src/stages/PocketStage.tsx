import { View } from "../drawing/View";
import { useWork } from "../opening/context";
import { LengthAt } from "../opening/LengthAt";
import { PickAt, Rows, SwitchAt, TextAt } from "./fields";
import { StockPick } from "./StockPick";

const KIT = "opening.door.pocket";

/** The pocket: the kit as its sheet has it, what the wall holds, how the feet are fixed, and the order of the work. */
export function PocketStage() {
  const { result } = useWork();
  const plan = result?.drawings.find((d) => d.name === "plan");
  return (
    <>
      {plan && <View drawing={plan} result={result!} label="Plan of the pocket: leaf closed, and in its pocket" caption="Side A is below; the dashed leaf is open." tall={190} />}
      <StockPick kind="pocket_kit" label="Pocket kit" />
      <TextAt path={`${KIT}.source`} label="Whose sheet these figures are from" most={200} />
      <div className="pair">
        <LengthAt path={`${KIT}.leaf_width`} kind="leaf_width" label="Kit made for leaf" />
        <LengthAt path={`${KIT}.gap`} kind="gap" label="Floor gap you want" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.thickness_least`} kind="leaf_thickness" label="Thinnest leaf" />
        <LengthAt path={`${KIT}.thickness_most`} kind="leaf_thickness" label="Thickest leaf" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.width_add`} kind="add" label="Opening over 2 × leaf" rule="pocket_width_add" />
        <LengthAt path={`${KIT}.set_above`} kind="gap" label="Mark over leaf" rule="pocket_set_above" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.head_stack`} kind="add" label="Opening over mark" rule="pocket_head_stack" />
        <LengthAt path={`${KIT}.min_head`} kind="add" label="Opening over leaf" rule="pocket_min_head" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.hanger_drop`} kind="gap" label="Hanger drop" rule="pocket_hanger_drop" />
        <LengthAt path={`${KIT}.bumper`} kind="small" label="Bumper" rule="pocket_bumper" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.track_short`} kind="small" label="Track shorter by" rule="pocket_track_short" />
        <LengthAt path={`${KIT}.split`} kind="small" label="Split-stud face" rule="split_stud" />
      </div>
      <LengthAt path={`${KIT}.soft_close_least`} kind="leaf_width" label="Soft-close needs a leaf of" />
      <h2>In the pocket’s zone</h2>
      <SwitchAt path={`${KIT}.looked`} label="Looked into over both leaf widths" />
      <Rows
        path={`${KIT}.found`}
        label="What was found there"
        one="find"
        empty="Nothing written down."
        fields={(path) => (
          <>
            <TextAt path={`${path}.what`} label="What" />
            <SwitchAt path={`${path}.moved`} label="Moved out of the zone" />
          </>
        )}
      />
      <h2>Feet and fixings</h2>
      <PickAt
        path={`${KIT}.floor`}
        label="Feet are fixed to"
        fallback="wood"
        data={[
          { value: "wood", label: "Wood" },
          { value: "concrete", label: "Concrete" },
        ]}
      />
      <SwitchAt path={`${KIT}.heated`} label="The floor has heating in it" />
      <SwitchAt path={`${KIT}.base_cabinet`} label="A cabinet will stand against it" />
      <LengthAt path={`${KIT}.finish_fixing`} kind="small" label="Fixings planned through the wall finish" />
    </>
  );
}
