import { Button, SegmentedControl } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconDownload, IconPrinter } from "@tabler/icons-react";
import clsx from "clsx";
import { useState } from "react";
import { Link, useParams } from "react-router";

import type { Buying, BuyLine, Order } from "../api/client";
import { Bar } from "../app/Bar";
import { NotHere } from "../app/NotHere";
import { Problem } from "../app/Problem";
import { NotSentHere } from "../outbox/NotSent";
import { useShow } from "../app/show";
import { useInAddress } from "../app/useInAddress";
import { WithFractions } from "../tape/Digits";
import styles from "./BuyingPage.module.css";
import { day } from "./day";
import { DoForm } from "./DoForm";
import { type BuyingWork, type Doing, useBuying } from "./useBuying";

/** What the job needs from shops, counter by counter: what is still to order, what is on its way, what has come. */
export function BuyingPage() {
  const id = Number(useParams().jobId);
  const work = useBuying(id);
  const show = useShow();
  const [doing, setDoing] = useState<Doing | null>(null);
  const [by, setBy] = useInAddress("by", "counter");
  const { job, list } = work;
  const data = list.data;
  const asked = new URLSearchParams(
    Object.entries({ unit: show.unit, words: show.words }).filter((e): e is [string, "in"] => e[1] !== null),
  );
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>To buy</h1>
          </>
        }
      >
        <Button component={Link} variant="subtle" to={`/jobs/${id}/came`}>
          What came
        </Button>
        <Button
          component="a"
          variant="subtle"
          href={`/api/jobs/${id}/buying/list.csv?${asked.toString()}`}
          leftSection={<IconDownload size={18} />}
        >
          As a table
        </Button>
        <Button leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
          Print
        </Button>
      </Bar>
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
            {data.counters.length === 0 && <p className="empty">Nothing is needed yet.</p>}
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
            {(by === "supplier" ? bySupplier(data) : data.counters).map((of) => (
              <section key={of.title} aria-label={of.title}>
                <h2>{of.title}</h2>
                <ul className={styles.lines}>
                  {of.lines.map((line) => (
                    <Line key={line.key} line={line} asked={data.asked} work={work} act={setDoing} />
                  ))}
                </ul>
              </section>
            ))}
            {data.surplus.length > 0 && (
              <section aria-label="Ordered, and needed no more">
                <h2>Ordered, and needed no more</h2>
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
              </section>
            )}
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

interface LineProps {
  line: BuyLine;
  asked: Buying["asked"];
  work: BuyingWork;
  act: (doing: Doing) => void;
}

function Line({ line, asked, work, act }: LineProps) {
  const all = line.to_order === 0;
  return (
    <li data-done={(all && line.orders.every((o) => o.open === 0)) || undefined}>
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
          {line.marks.length > 0 && ` · ${line.marks.join(", ")}`}
        </p>
        <NotSentHere named of={{ kind: "order", job: work.id, key: line.key }} />
        {line.orders.map((order) => (
          <OneOrder key={order.id} order={order} measured={order.item in asked} work={work} act={act} />
        ))}
      </div>
      {!all && (
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
          <Button
            variant="default"
            size="compact-md"
            aria-label={`Send back: ${named}`}
            onClick={() => act({ what: "back", order })}
          >
            Send back
          </Button>
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
