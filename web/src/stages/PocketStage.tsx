import { View } from "../drawing/View";
import { useWork } from "../work/context";
import { LengthAt } from "./LengthAt";
import { PickAt, Rows, SwitchAt, TextAt } from "./fields";
import { StockPick } from "./StockPick";
import type { StageView } from "./stages";

const KIT = "opening.door.pocket";

/** The pocket: the kit as its sheet has it, what the wall holds, how the feet are fixed, and the order of the work. */
export function PocketStage() {
  const { result, words } = useWork();
  const plan = result?.drawings.find((d) => d.name === "plan");
  return (
    <>
      {plan && (
        <View
          drawing={plan}
          result={result!}
          label="Plan of the pocket: leaf closed, and in its pocket"
          caption="Side A is below; the dashed leaf is open."
          tall={190}
        />
      )}
      <StockPick kind="pocket_kit" label="Pocket kit" />
      <TextAt path={`${KIT}.source`} label="Whose sheet these figures are from" most={200} />
      <div className="pair">
        <LengthAt path={`${KIT}.leaf_width`} label="Kit made for leaf" />
        <LengthAt path={`${KIT}.gap`} label="Floor gap you want" />
      </div>
      <SwitchAt
        path={`${KIT}.unmarked`}
        label={`Its ${words.header ?? "header"} has no mark for this ${words.leaf ?? "leaf"}`}
      />
      <LengthAt path={`${KIT}.even`} label="Set mark rounded up to a whole number of" />
      <div className="pair">
        <LengthAt path={`${KIT}.thickness_least`} label="Thinnest leaf" />
        <LengthAt path={`${KIT}.thickness_most`} label="Thickest leaf" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.width_add`} label="Opening over 2 × leaf" />
        <LengthAt path={`${KIT}.set_above`} label="Mark over leaf" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.head_stack`} label="Opening over mark" />
        <LengthAt path={`${KIT}.min_head`} label="Opening over leaf" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.hanger_drop`} label="Hanger drop" />
        <LengthAt path={`${KIT}.bumper`} label="Bumper" />
      </div>
      <div className="pair">
        <LengthAt path={`${KIT}.track_short`} label="Track shorter by" />
        <LengthAt path={`${KIT}.split`} label="Split-stud face" />
      </div>
      <LengthAt path={`${KIT}.header_add`} label={`Kit ${words.header ?? "header"} over 2 × leaf`} />
      <LengthAt path={`${KIT}.soft_close_least`} label="Soft-close needs a leaf of" />
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
      <PickAt path={`${KIT}.floor`} />
      <SwitchAt path={`${KIT}.heated`} label="The floor has heating in it" />
      <SwitchAt path={`${KIT}.poured`} label="The floor is poured around what stands in it" />
      <LengthAt path={`${KIT}.split_reach`} label="Split studs reach a set mark of" />
      <SwitchAt path={`${KIT}.base_cabinet`} label="A cabinet will stand against it" />
      <LengthAt path={`${KIT}.finish_fixing`} label="Fixings planned through the wall finish" />
    </>
  );
}

export const stage: StageView = { name: "pocket", panel: PocketStage };
