import { useState } from "react";

import type { DoorKind, Leaf } from "../api/client";
import { Plan } from "../drawing/Plan";
import { View } from "../drawing/View";
import { useCatalogue } from "../app/useCatalogue";
import { useStock } from "../app/useStock";
import { useWork } from "../work/context";
import { FigureLine } from "../slip/FigurePress";
import { LengthAt } from "./LengthAt";
import { ChoiceAt, PickAt, Rows, SelectAt, SwitchAt, TextAt } from "./fields";
import { type DoorShape as Shape, DOORS, KindPick } from "./KindPick";
import type { StageView } from "./stages";
import styles from "./DoorStage.module.css";

type Size = "width" | "height" | "thickness";

function Stock({ of, field, leaf, with: also }: { of: Size; field: string; leaf: string; with?: () => void }) {
  const { shown, set } = useWork();
  const known = useCatalogue().data?.stock[shown.unit]?.[of] ?? [];
  const own =
    useStock()
      .data?.items.filter((i) => i.item.kind === "leaf")
      .flatMap((i) => i.item.facts?.[of] ?? []) ?? [];
  const sizes = [...known, ...own.filter((size) => size.endsWith(shown.unit) && !known.includes(size))];
  return (
    <div className={styles.stock} role="group" aria-label={`Stock ${field}`}>
      {sizes.map((size) => (
        <button
          key={size}
          type="button"
          onClick={() => {
            set(`${leaf}.${of}`, size);
            also?.();
          }}
        >
          {size.replace(/ (in|mm)$/, "")}
        </button>
      ))}
    </div>
  );
}

/** The size of a leaf. The two of a pair are one height and one thickness, said once. */
function LeafFields({ name, pair }: { name: string; pair: boolean }) {
  const { now, set } = useWork();
  const leaf = "opening.door.leaves[0]";
  const second = now.opening.door?.leaves?.[1];
  // what the second leaf said of these by itself no longer counts
  const forBoth = (of: "height" | "thickness") => () => {
    if (second?.[of]) set(`opening.door.leaves[1].${of}`, undefined);
  };
  return (
    <>
      <LengthAt path={`${leaf}.width`} label={`${name} width`} with={forBoth("height")} />
      <Stock of="width" field={`widths, ${name.toLowerCase()}`} leaf={leaf} />
      {pair && <SecondWidth first={name} />}
      <div className="pair">
        <div>
          <LengthAt
            path={`${leaf}.height`}
            label={pair ? "Height of both" : `${name} height`}
            with={forBoth("height")}
          />
          <Stock of="height" field={`heights, ${name.toLowerCase()}`} leaf={leaf} with={forBoth("height")} />
        </div>
        <div>
          <LengthAt
            path={`${leaf}.thickness`}
            label={pair ? "Thickness of both" : `${name} thickness`}
            with={forBoth("thickness")}
          />
          <Stock of="thickness" field={`thicknesses, ${name.toLowerCase()}`} leaf={leaf} with={forBoth("thickness")} />
        </div>
      </div>
    </>
  );
}

function SecondWidth({ first }: { first: string }) {
  const leaf = "opening.door.leaves[1]";
  const name = first === "Active leaf" ? "Fixed leaf" : "Second leaf";
  return (
    <>
      <LengthAt path={`${leaf}.width`} label={`${name} width`} heightAt="opening.door.leaves[0].height" />
      <Stock of="width" field={`widths, ${name.toLowerCase()}`} leaf={leaf} />
    </>
  );
}

type Kind = Shape;
const KIND_OF: Record<Kind, { kind: DoorKind; pair: boolean }> = {
  swing: { kind: "swing", pair: false },
  swing_pair: { kind: "swing", pair: true },
  pocket: { kind: "pocket", pair: false },
  pocket_pair: { kind: "pocket", pair: true },
  slider: { kind: "face_slider", pair: false },
  slider_pair: { kind: "face_slider", pair: true },
  bypass: { kind: "bypass", pair: false },
  cased: { kind: "cased", pair: false },
};

/** What hangs, picked by its drawing. The second leaf's facts wait in the screen while a single door is chosen. */
function What() {
  const { now, set } = useWork();
  const [second, setSecond] = useState<Leaf | null>(null);
  const leaves = now.opening.door?.leaves ?? [{}];
  const kind = now.opening.door?.kind ?? "swing";
  const value = (Object.keys(KIND_OF) as Kind[]).find(
    (k) =>
      KIND_OF[k].kind === kind && (kind === "bypass" || kind === "cased" || KIND_OF[k].pair === (leaves.length === 2)),
  )!;
  const pick = (to: Kind) => {
    const { kind: next, pair } = KIND_OF[to];
    set("opening.door.kind", next);
    if (!pair && leaves.length === 2) {
      setSecond(leaves[1] ?? null);
      set("opening.door.leaves", leaves.slice(0, 1));
    } else if (pair && leaves.length === 1) {
      set("opening.door.leaves", [leaves[0] ?? {}, second ?? { width: leaves[0]?.width }]);
    }
  };
  return <KindPick label="What hangs" path="opening.door.kind" value={value} kinds={DOORS} onPick={pick} />;
}

function SlidesTo() {
  return <PickAt path="opening.door.slides_to" />;
}

/** The finished opening of a slider or of bypass leaves. */
function FinishedOpening() {
  return (
    <div className="pair">
      <LengthAt path="opening.door.opening_width" label="Opening width" />
      <LengthAt path="opening.door.opening_height" label="Opening height" />
    </div>
  );
}

function Thickness({ label }: { label: string }) {
  const leaf = "opening.door.leaves[0]";
  return (
    <div>
      <LengthAt path={`${leaf}.thickness`} label={label} />
      <Stock of="thickness" field="thicknesses" leaf={leaf} />
    </div>
  );
}

function Swing({ pair }: { pair: boolean }) {
  return (
    <>
      <LeafFields name={pair ? "Active leaf" : "Leaf"} pair={pair} />
      <div className="pair">
        <PickAt path="opening.door.hinge_side" label={pair ? "Active leaf, from A" : "Hinges, seen from A"} />
        <PickAt path="opening.door.opens_to" />
      </div>
      <Plan />
      <PickAt path="opening.door.outside" />
    </>
  );
}

function Pocket({ pair }: { pair: boolean }) {
  const { result } = useWork();
  const plan = result?.drawings.find((d) => d.name === "plan");
  return (
    <>
      <LeafFields name={pair ? "First leaf" : "Leaf"} pair={pair} />
      <SlidesTo />
      {plan && (
        <View
          drawing={plan}
          result={result!}
          label="Plan of the pocket: leaf closed, and in its pocket"
          caption="Side A is below; the dashed leaf is open."
          tall={170}
        />
      )}
    </>
  );
}

function Slider() {
  const { now } = useWork();
  const pair = now.opening.door?.leaves?.length === 2;
  return (
    <>
      <FinishedOpening />
      <Thickness label="Slab thickness" />
      <div className="pair">
        <LengthAt path="opening.door.slider.slab_width" label="Slab in hand: width" />
        <LengthAt path="opening.door.slider.slab_height" label="height" />
      </div>
      {!pair && <SlidesTo />}
      <div className="pair">
        <LengthAt path="opening.door.slider.side_overlap" label="Over each side" />
        <LengthAt path="opening.door.slider.top_overlap" label="Over the top" />
      </div>
      <LengthAt path="opening.door.slider.open_clearance" label="Open slab past the edge" />
    </>
  );
}

/** A way through without a leaf, or the hole for a leaf that comes by its maker's sheet. */
function Cased() {
  const { now } = useWork();
  const at = "opening.door.cased";
  const cased = now.opening.door?.cased;
  const sheet = cased?.by_maker || (cased?.sheet_width ?? cased?.sheet_height ?? null) !== null;
  return (
    <>
      {!sheet && <FinishedOpening />}
      <SwitchAt path={`${at}.by_maker`} label="A folding door, or what else comes by its maker’s sheet" />
      <p className="quiet">Its rough opening, as that sheet has it.</p>
      <div className="pair">
        <LengthAt path={`${at}.sheet_width`} label="Sheet: opening width" />
        <LengthAt path={`${at}.sheet_height`} label="and height" />
      </div>
      {sheet && <TextAt path={`${at}.source`} label="Whose sheet it is" most={200} />}
    </>
  );
}

function Bypass() {
  const { result } = useWork();
  const plan = result?.drawings.find((d) => d.name === "plan");
  return (
    <>
      <FinishedOpening />
      <SelectAt path="opening.door.bypass.count" />
      <Thickness label="Leaf thickness" />
      <div className="pair">
        <LengthAt path="opening.door.bypass.leaf_width" label="Leaves in hand: width" />
        <LengthAt path="opening.door.bypass.leaf_height" label="height" />
      </div>
      {plan && (
        <View
          drawing={plan}
          result={result!}
          label="Plan of the leaves, closed"
          caption="Side A is below."
          tall={170}
        />
      )}
    </>
  );
}

/** What else is known of the door: where it leads, its weight, what it was delivered with. */
function More({ swing }: { swing: boolean }) {
  const hardware = "opening.door.hardware";
  const fire = useWork().now.opening.door?.fire_rated ?? false;
  return (
    <details className="more">
      <summary>Weight, where it leads, hardware</summary>
      <TextAt path="opening.door.mass" label={swing ? "Weight of the leaf" : "Weight of one leaf or slab"} most={40} />
      <SwitchAt path="opening.door.glass" label="There is glass in it or beside it" />
      <SwitchAt path="opening.door.fire_rated" label="It is fire-rated" />
      {fire && <ChoiceAt path="opening.door.fire_minutes" />}
      {swing && (
        <>
          <SelectAt path="opening.door.leads_to" />
          <SelectAt path="opening.door.delivered_hand" />
          <SelectAt path="opening.door.delivered_stops" />
          <div className="pair">
            <ChoiceAt path={`${hardware}.function`} />
            <LengthAt path={`${hardware}.backset`} label="Backset" />
          </div>
          <SwitchAt path={`${hardware}.closer`} label="It gets a closer" />
          <div className="pair">
            <ChoiceAt path={`${hardware}.hinge_corner`} />
            <ChoiceAt path={`${hardware}.hinge_mortise`} />
          </div>
          <div className="pair">
            <ChoiceAt path={`${hardware}.latch_corner`} />
            <ChoiceAt path={`${hardware}.latch_mortise`} />
          </div>
          <div className="pair">
            <LengthAt path={`${hardware}.thickness_least`} label="Lock: thinnest leaf" />
            <LengthAt path={`${hardware}.thickness_most`} label="thickest leaf" />
          </div>
        </>
      )}
    </details>
  );
}

/** A leaf that is there: measured all round, with its own mortises; the frame follows it. */
function InHand({ fixed = false }: { fixed?: boolean }) {
  const { result, words } = useWork();
  const at = fixed ? "opening.door.in_hand_fixed" : "opening.door.in_hand";
  const leaf = `${fixed ? "fixed " : ""}${words.leaf ?? "leaf"}`;
  const square = fixed ? "out_of_square_fixed" : "out_of_square";
  return (
    <details className="more">
      <summary>The {leaf} is in hand: its real size, mortises, what may come off</summary>
      <SelectAt path={`${at}.core`} />
      <div className="pair">
        <LengthAt path={`${at}.may_trim`} label="May come off its bottom" />
        <LengthAt path={`${at}.may_trim_top`} label="off its top" />
      </div>
      <div className="pair">
        <LengthAt path={`${at}.may_trim_hinge`} label="off its hinge edge" />
        <LengthAt path={`${at}.may_trim_free`} label="off its free edge" />
      </div>
      <div className="pair">
        <LengthAt path={`${at}.width_top`} label="Width at its top" />
        <LengthAt path={`${at}.width_foot`} label="Width at its foot" />
      </div>
      <div className="pair">
        <LengthAt path={`${at}.height_hinge`} label="Height at the hinges" />
        <LengthAt path={`${at}.height_strike`} label="Height at the free edge" />
      </div>
      <div className="pair">
        <LengthAt path={`${at}.diagonal_to_strike`} label="Diagonal, hinge foot to free top" />
        <LengthAt path={`${at}.diagonal_to_hinge`} label="Diagonal, free foot to hinge top" />
      </div>
      {result?.figures[square] && (
        <ul className="trim-list">
          <li>
            <FigureLine name={square} />
          </li>
        </ul>
      )}
      <SelectAt path={`${at}.hinge_count`} />
      <Rows
        path={`${at}.hinges`}
        label={`Its own hinges, from the ${leaf}'s top to the top of each`}
        one="hinge"
        empty="By the rule. Two or more of its own take its place."
        fields={(path, i) => <LengthAt path={`${path}.at`} label={`Hinge ${i + 1}`} />}
      />
      <LengthAt path={`${at}.latch`} label={`Its own latch, from the ${leaf}'s top`} />
    </details>
  );
}

/** What hangs, how big it is, and which way it goes. */
export function DoorStage() {
  const { now } = useWork();
  const pair = (now.opening.door?.leaves?.length ?? 1) === 2;
  const kind = now.opening.door?.kind ?? "swing";
  return (
    <>
      <div className="pair">
        <TextAt path="opening.mark" label="Mark" most={20} />
        <TextAt path="opening.room" label="Room" />
      </div>
      <What />
      {kind === "swing" && <Swing pair={pair} />}
      {kind === "pocket" && <Pocket pair={pair} />}
      {kind === "face_slider" && <Slider />}
      {kind === "bypass" && <Bypass />}
      {kind === "cased" && <Cased />}
      {kind === "swing" && <InHand />}
      {kind === "swing" && pair && <InHand fixed />}
      {kind !== "cased" && <More swing={kind === "swing"} />}
    </>
  );
}

export const stage: StageView = { name: "door", panel: DoorStage };
