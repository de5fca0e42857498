import { Button, Checkbox, SegmentedControl } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import clsx from "clsx";
import { type Ref, useState } from "react";
import { Link, useParams } from "react-router";

import type { Buying, BuyLine, Order } from "../api/client";
import { Empty } from "../app/Empty";
import { Fold, useFold } from "../app/Fold";
import { JobBar } from "../app/JobBar";
import { Marks } from "../app/Marks";
import { NotHere } from "../app/NotHere";
import { Only } from "../app/Only";
import { Problem } from "../app/Problem";
import { useMay } from "../app/useMe";
import { NotSentHere } from "../outbox/NotSent";
import { useInAddress } from "../app/useInAddress";
import { useInSight } from "../app/useInSight";
import { WithFractions } from "../tape/Digits";
import styles from "./BuyingPage.module.css";
import { day } from "./day";
import { DoForm } from "./DoForm";
import { type Many, OneOrderForMany, OrderAll, useMany } from "./OneOrder";
import { type BuyingWork, type Doing, useBuying } from "./useBuying";

/** What the job needs from shops, counter by counter: what is still to order, what is on its way, what has come. */
export function BuyingPage() {
  const id = Number(useParams().jobId);
  const work = useBuying(id);
  const [doing, setDoing] = useState<Doing | null>(null);
  const [by, setBy] = useInAddress("by", "counter");
  const { job, list } = work;
  const data = list.data;
  const groups = data ? (by === "supplier" ? bySupplier(data) : data.counters) : [];
  const fold = useFold(groups.find((of) => of.lines.some((line) => line.to_order > 0))?.title ?? groups[0]?.title);
  const many = useMany(work);
  return (
    <>
      <JobBar prints tables={["buy", "orders"]} id={id} job={job.data?.job} title="To buy" />
      <main className={clsx(styles.page, "page")}>
        {list.isError && !data && <Problem error={list.error} retry={() => void list.refetch()} />}
        {list.isPending && (
          <p className="quiet" aria-busy="true">
            Working out what is needed…
          </p>
        )}
        {data && (
          <>
            {data.late > 0 && (
              <p role="status" className={styles.late}>
                {data.late === 1 ? "1 order is late." : `${data.late} orders are late.`}
              </p>
            )}
            <NotHere leftOut={data.left_out} waiting={data.waiting} />
            {data.counters.length === 0 && (
              <Empty like="sticks">
                Nothing is needed yet. Say on <Link to={`/jobs/${id}`}>Openings</Link> what hangs where, and what it
                takes stands here, by counter.
              </Empty>
            )}
            {data.suppliers.length > 0 && (
              <SegmentedControl
                className={styles.by}
                aria-label="Listed by"
                value={by}
                onChange={(value) => setBy(value === "supplier" ? "supplier" : "counter")}
                data={[
                  { value: "counter", label: "By kind" },
                  { value: "supplier", label: "By supplier" },
                ]}
              />
            )}
            {groups.map((of) => (
              <Fold key={of.title} label={of.title} line={sumOf(of.lines)} {...fold.of(of.title)}>
                <Only may="POST /api/jobs/{job_id}/buying/orders">
                  <OrderAll lines={of.lines} many={many} />
                </Only>
                <Lines lines={of.lines} asked={data.asked} work={work} many={many} act={setDoing} />
              </Fold>
            ))}
            {data.surplus.length > 0 && (
              <Fold
                label="Ordered, and needed no more"
                line={`${data.surplus.length} ${data.surplus.length === 1 ? "order" : "orders"}`}
                {...fold.of("surplus")}
              >
                <ul className={styles.lines}>
                  {data.surplus.map((order) => (
                    <li key={order.id}>
                      <b className={styles.count}>{order.count}</b>
                      <div>
                        <strong>{order.label}</strong> <WithFractions text={order.detail} />
                        <OneOrder order={order} measured={order.item in data.asked} work={work} act={setDoing} />
                      </div>
                    </li>
                  ))}
                </ul>
              </Fold>
            )}
            <OneOrderForMany of={many} suppliers={data.suppliers} job={job.data?.job.name ?? ""} />
          </>
        )}
        {doing && <DoForm doing={doing} work={work} suppliers={data?.suppliers ?? []} close={() => setDoing(null)} />}
      </main>
    </>
  );
}

/** The same lines, by whom they are had from; what nobody named one for comes last. */
function bySupplier(data: Buying): { title: string; lines: BuyLine[] }[] {
  const lines = data.counters.flatMap((counter) => counter.lines);
  const named = data.suppliers.map((title) => ({ title, lines: lines.filter((line) => line.supplier === title) }));
  const nobody = { title: "From nobody yet", lines: lines.filter((line) => !line.supplier) };
  return [...named, nobody].filter((of) => of.lines.length > 0);
}

/** What the lines of a counter come to. */
function sumOf(lines: BuyLine[]) {
  const open = lines.filter((line) => line.to_order > 0).length;
  const coming = lines.flatMap((line) => line.orders).filter((order) => order.open > 0);
  const late = coming.filter((order) => order.late).length;
  const said = [
    open > 0 && `${open} to order`,
    coming.length > late && `${coming.length - late} on the way`,
    late > 0 && `${late} late`,
  ].filter(Boolean);
  return said.length ? said.join(" · ") : "all is here";
}

const LINE = 54; // px, likely

interface LinesProps {
  lines: BuyLine[];
  asked: Buying["asked"];
  work: BuyingWork;
  many: Many;
  act: (doing: Doing) => void;
}

function Lines({ lines, ...props }: LinesProps) {
  const { list, drawn, before, after, measure } = useInSight<HTMLUListElement>(lines.length, LINE);
  return (
    <ul ref={list} className={styles.lines} style={{ paddingTop: before, paddingBottom: after }}>
      {drawn.map((n) => (
        <Line key={lines[n]!.key} ref={measure} at={n} line={lines[n]!} {...props} />
      ))}
    </ul>
  );
}

interface LineProps extends Omit<LinesProps, "lines"> {
  line: BuyLine;
  at: number;
  ref: Ref<HTMLLIElement> | undefined;
}

function Line({ ref, at, line, asked, work, many, act }: LineProps) {
  const all = line.to_order === 0;
  const orders = useMay("POST /api/jobs/{job_id}/buying/orders");
  return (
    <li ref={ref} data-index={at} data-done={(all && line.orders.every((o) => o.open === 0)) || undefined}>
      {all || !orders ? (
        <span />
      ) : (
        <Checkbox
          aria-label={`Into one order: ${line.label} ${line.detail}`}
          checked={many.chosen.includes(line.key)}
          onChange={() => many.choose([line], !many.chosen.includes(line.key))}
        />
      )}
      <b className={styles.count}>
        {all ? "✓" : line.to_order}
        <span className="sr">{all ? " all ordered" : " to order"}</span>
      </b>
      <div>
        <p>
          <strong>{line.label}</strong> <WithFractions text={line.detail} />
        </p>
        <p className="quiet">
          {line.needed} needed{line.spare > 0 && `, ${line.spare} to spare`}
          {line.ordered > line.needed + line.spare && `, ${line.ordered - line.needed - line.spare} more are ordered`}
          {line.marks.length > 0 && (
            <>
              {" · "}
              <Marks of={line.marks} />
            </>
          )}
        </p>
        <NotSentHere named of={{ kind: "order", job: work.id, key: line.key }} />
        {line.orders.map((order) => (
          <OneOrder key={order.id} order={order} measured={order.item in asked} work={work} act={act} />
        ))}
      </div>
      {!all && orders && (
        <Button
          variant="light"
          aria-label={`Order: ${line.label} ${line.detail}`}
          onClick={() => act({ what: "order", line })}
        >
          Order
        </Button>
      )}
    </li>
  );
}

interface OrderProps {
  order: Order;
  /** Whether something is measured of it when it comes: that has a page of its own. */
  measured: boolean;
  work: BuyingWork;
  act: (doing: Doing) => void;
}

function OneOrder({ order, measured, work, act }: OrderProps) {
  const came = `/jobs/${useParams().jobId}/came`;
  const last = order.happened.at(-1);
  const named = `${order.label} ${order.detail}`;
  const notSo = last
    ? last.what === "came"
      ? "It did not come after all"
      : "It did not go back after all"
    : "It was not ordered";
  const line = last?.id ?? order.id;
  const undo = () =>
    work.takeBack.mutate(
      { line, said: `${order.label}: ${notSo.toLowerCase()}` },
      { onError: (failure) => notifications.show({ color: "red", message: failure.message }) },
    );
  return (
    <div className={styles.order} data-late={order.late || undefined}>
      <p>
        {order.late && <span className="chip stop">late</span>} {order.count} ordered {day(order.ordered)}
        {order.supplier && ` from ${order.supplier}`}
        {order.promised && `, promised for ${day(order.promised)}`}
        {order.came > 0 && `; ${order.came} came`}
        {order.given > 0 && `, ${order.given} with their openings`}
        {order.back > 0 && `, ${order.back} went back`}
        {order.happened
          .filter((h) => h.note)
          .map((h) => `: ${h.note}`)
          .join("")}
      </p>
      <NotSentHere named of={{ kind: "moved", order: order.id }} />
      <NotSentHere of={{ kind: "taken back", line }} />
      <div className="row">
        {order.open > 0 && measured && (
          <Button
            component={Link}
            to={`${came}?order=${order.id}`}
            variant="default"
            size="compact-md"
            aria-label={`It came: ${named}`}
          >
            It came
          </Button>
        )}
        {order.open > 0 && !measured && (
          <Button
            variant="default"
            size="compact-md"
            aria-label={`It came: ${named}`}
            onClick={() => act({ what: "came", order })}
          >
            It came
          </Button>
        )}
        {order.came - order.back > 0 && (
          <Only may="POST /api/jobs/{job_id}/buying/orders/{order_id}/back">
            <Button
              variant="default"
              size="compact-md"
              aria-label={`Send back: ${named}`}
              onClick={() => act({ what: "back", order })}
            >
              Send back
            </Button>
          </Only>
        )}
        <Button
          variant="subtle"
          color="dark"
          size="compact-md"
          disabled={work.takeBack.isPending}
          aria-label={`${notSo}: ${named}`}
          onClick={undo}
        >
          {notSo}
        </Button>
      </div>
    </div>
  );
}
