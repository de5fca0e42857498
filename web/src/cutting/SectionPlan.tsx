import { Button } from "@mantine/core";

import type { CutSection } from "../api/client";
import { within } from "../api/words";
import type { useShown } from "../app/show";
import { NotSentHere } from "../outbox/NotSent";
import { useWaiting } from "../outbox/usePress";
import { WithFractions } from "../tape/Digits";
import { alike, type Alike, named, part, tints } from "./alike";
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
}

/** One section: its sticks in cutting order, alike ones together, what it comes in, and its rack. */
export function SectionPlan({ of, work, shown, currency }: Props) {
  const longest = Math.max(...of.sticks.map((s) => s.mm), 1);
  const colours = tints(of.sticks);
  return (
    <section className={styles.section} aria-label={of.title}>
      <header>
        <h2>
          <WithFractions text={of.title} />
        </h2>
        <p className={styles.told}>
          {of.told}
          {of.cost && currency ? ` (${currency})` : ""}
        </p>
      </header>
      {of.cannot.length > 0 && (
        <ul className={styles.cannot} role="alert">
          {of.cannot.map((c, n) => (
            <li key={n}>
              <strong>
                {c.mark} {within(c.label)} <WithFractions text={c.text} />
              </strong>
              : {c.why}.
            </li>
          ))}
        </ul>
      )}
      <ol className={styles.groups}>
        {alike(of.sticks).map((group, n) => (
          <Group key={n} group={group} longest={longest} colours={colours} section={of.section} work={work} />
        ))}
      </ol>
      <div className={styles.below}>
        <Rack of={of} work={work} shown={shown} />
        <StockPanel of={of} work={work} shown={shown} currency={currency} />
      </div>
    </section>
  );
}

interface GroupProps {
  group: Alike;
  longest: number;
  colours: Map<string, number>;
  section: string;
  work: CuttingWork;
}

function Group({ group, longest, colours, section, work }: GroupProps) {
  const [first] = group.sticks;
  const times = group.sticks.length;
  const waiting = useWaiting({ kind: "stick" }).all;
  const busy = work.cutStick.isPending || (work.plan.isFetching && waiting.length === 0) || work.open;
  return (
    <li className={styles.group}>
      <p className={styles.how}>
        <strong>
          {times > 1 && `${times} × `}
          <WithFractions text={first!.text} />
          {first!.offcut !== null && ", from the rack"}
        </strong>{" "}
        <WithFractions text={`${group.stops.length > 1 ? "stops at" : "stop at"} ${group.stops.join(", then ")}`} />
      </p>
      <StickBar
        stick={first!}
        longest={longest}
        tints={colours}
        cut={(piece) => work.cutPiece.mutate({ section, piece })}
      />
      <ul className={styles.sticks}>
        {group.sticks.map((stick, n) => (
          <li key={n}>
            <Button
              variant="light"
              size="compact-md"
              disabled={busy || waiting.some((one) => one.of.key === stickOf(stick).key)}
              aria-label={`Cut: ${named(stick).join(", ")}`}
              onClick={() => work.cutStick.mutate({ section, stick })}
            >
              Cut
            </Button>
            <span>
              {stick.pieces.map((p, i) => (
                <span key={i} className={styles.cut}>
                  <b>{p.mark}</b> {within(p.label)}
                  {part(p)}{" "}
                  <span className={styles.at}>
                    at <WithFractions text={p.mark_at} />
                  </span>
                </span>
              ))}
            </span>
            <NotSentHere of={stickOf(stick)} />
          </li>
        ))}
      </ul>
    </li>
  );
}
