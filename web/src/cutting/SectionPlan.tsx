import { Button } from "@mantine/core";
import { useState } from "react";

import type { CutSection, PlannedStick } from "../api/client";
import { Fold } from "../app/Fold";
import type { useShown } from "../app/show";
import { NotSentHere } from "../outbox/NotSent";
import { useWaiting } from "../outbox/usePress";
import { WithFractions } from "../tape/Digits";
import { alike, type Alike, named, tints } from "./alike";
import { Cannot, counted, Sticks } from "./Overview";
import { Rack } from "./Rack";
import styles from "./SectionPlan.module.css";
import { StickBar } from "./StickBar";
import { StockPanel } from "./StockPanel";
import { type CuttingWork, stickOf } from "./useCutting";

interface Props {
  of: CutSection;
  work: CuttingWork;
  shown: ReturnType<typeof useShown>;
  currency: string;
  longest: number;
  open: boolean;
  /** Open it, or close it. */
  toggle: () => void;
  /** Its sticks one by one, at the saw. */
  saw: () => void;
}

/** One section in a line: its sticks as bars, what it comes to. Open: its sticks in cutting order, what it comes in, and its rack. */
export function SectionPlan({ of, work, shown, currency, longest, open, toggle, saw }: Props) {
  const colours = open ? tints(of.sticks) : new Map<string, number>();
  const groups = open ? alike(of.sticks) : [];
  const [all, setAll] = useState(false);
  const own = Math.max(...of.sticks.map((s) => s.mm), 1);
  return (
    <Fold
      label={of.title}
      title={<WithFractions text={of.title} />}
      line={
        <span className={styles.line}>
          {open ? <span /> : <Sticks of={of} work={work} longest={longest} />}
          <span>{counted(of, work)}</span>
          <span className={styles.told}>
            {of.told}
            {of.cost && currency ? ` (${currency})` : ""}
          </span>
        </span>
      }
      open={open}
      toggle={toggle}
    >
      <Cannot of={of} />
      {open && (
        <>
          {of.sticks.length > 0 && (
            <Button className={styles.saw} disabled={work.open} onClick={saw}>
              At the saw
            </Button>
          )}
          <ol className={styles.groups}>
            {groups.slice(0, all ? undefined : FIRST).map((group, n) => (
              <Group key={n} group={group} longest={own} colours={colours} section={of.section} work={work} />
            ))}
          </ol>
          {groups.length > FIRST && !all && (
            <Button className={styles.saw} variant="default" onClick={() => setAll(true)}>
              {later(groups)}
            </Button>
          )}
          <div className={styles.below}>
            <Rack of={of} work={work} shown={shown} />
            <StockPanel of={of} work={work} shown={shown} currency={currency} />
          </div>
        </>
      )}
    </Fold>
  );
}

const FIRST = 18; // lines of sticks: what is cut today; the others by a press

function later(groups: Alike[]) {
  const sticks = groups.slice(FIRST).reduce((sum, group) => sum + group.sticks.length, 0);
  return sticks === 1 ? "And 1 stick more" : `And ${sticks} sticks more`;
}

interface GroupProps {
  group: Alike;
  longest: number;
  colours: Map<string, number>;
  section: string;
  work: CuttingWork;
}

/** Sticks cut alike: the one that is cut next, and by a press each of them. */
function Group({ group, longest, colours, section, work }: GroupProps) {
  const [first] = group.sticks;
  const times = group.sticks.length;
  const [each, setEach] = useState(false);
  const waiting = useWaiting({ kind: "stick" }).all;
  const waits = (stick: PlannedStick) => waiting.some((one) => one.of.key === stickOf(stick).key);
  const next = group.sticks.find((stick) => !waits(stick));
  const busy = work.cutStick.isPending || (work.plan.isFetching && waiting.length === 0) || work.open;
  const what = (
    <>
      <strong>
        {times > 1 && `${times} × `}
        <WithFractions text={first!.text} />
        {first!.offcut !== null && ", from the rack"}
      </strong>{" "}
      <span>
        <WithFractions text={`${group.stops.length > 1 ? "stops at" : "stop at"} ${group.stops.join(", then ")}`} />
      </span>
    </>
  );
  return (
    <li className={styles.group}>
      {times > 1 ? (
        <button type="button" className={styles.how} aria-expanded={each} onClick={() => setEach(!each)}>
          {what}
        </button>
      ) : (
        <p className={styles.how}>{what}</p>
      )}
      <ul className={styles.sticks}>
        {group.sticks
          .filter((stick) => each || stick === next || waits(stick))
          .map((stick, n) => (
            <li key={n}>
              <Button
                variant="light"
                size="compact-md"
                disabled={busy || waits(stick)}
                aria-label={`Cut: ${named(stick).join(", ")}`}
                onClick={() => work.cutStick.mutate({ section, stick })}
              >
                Cut
              </Button>
              <StickBar
                stick={stick}
                longest={longest}
                tints={colours}
                cut={(piece) => work.cutPiece.mutate({ section, piece })}
              />
              <NotSentHere of={stickOf(stick)} />
            </li>
          ))}
      </ul>
      {times > 1 && !each && (
        <p className={styles.whose}>
          {[...new Set(group.sticks.flatMap((stick) => stick.pieces.map((piece) => piece.mark)))].join(", ")}
        </p>
      )}
    </li>
  );
}
