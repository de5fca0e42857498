import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";

import type { Delivered, Order, Thing } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Empty } from "../app/Empty";
import { Problem } from "../app/Problem";
import { useMay } from "../app/useMe";
import { useShown } from "../app/show";
import { NotSentHere } from "../outbox/NotSent";
import { WithFractions } from "../tape/Digits";
import styles from "./CamePage.module.css";
import { CheckForm } from "./CheckForm";
import { day } from "./day";
import { DoForm } from "./DoForm";
import { OneThing } from "./OneThing";
import { type Doing, ordersOf, useBuying } from "./useBuying";
import { type Move, useCame } from "./useCame";

const refused = (failure: Error) => notifications.show({ color: "red", message: failure.message });

/** What comes for the openings of a job: measured at the door, judged, and put where it serves best. */
export function CamePage() {
  const id = Number(useParams().jobId);
  const [asked, setAsked] = useSearchParams();
  const buying = useBuying(id);
  const work = useCame(id);
  const still = !buying.list.isFetching && !work.came.isFetching;
  const shown = useShown(buying.job.data?.job);
  const [doing, setDoing] = useState<Doing | null>(null);
  const [measuring, setMeasuring] = useState<number | null>(null);
  const sends = useMay("POST /api/jobs/{job_id}/buying/orders/{order_id}/back");
  const list = buying.list.data;
  const data = work.came.data;
  const orders = ordersOf(list);
  const open = orders.filter(({ order }) => order.open > 0 && list && order.item in list.asked);
  const here = data?.things.filter((t) => !t.given) ?? [];
  const given = data?.things.filter((t) => t.given) ?? [];
  const give = (moves: Move[], said: string) => work.give.mutate({ moves, said }, { onError: refused });
  const at = Number(asked.get("order"));
  const failed = work.came.isError && !data;
  return (
    <>
      <JobBar tables={["orders"]} id={id} job={buying.job.data?.job} title="What came" />
      <main className={`page ${styles.page}`}>
        {failed && <Problem error={work.came.error} retry={() => void work.came.refetch()} />}
        {!failed && (!data || !list) && (
          <p className="quiet" aria-busy="true">
            Holding what came against the plan…
          </p>
        )}
        {data && list && (
          <>
            {data.swaps.length > 0 && <Swaps swaps={data.swaps} give={give} waits={work.give.isPending} />}
            {open.length > 0 && (
              <section aria-label="Still to come">
                <h2>Still to come</h2>
                <ul className={styles.things}>
                  {open.map(({ order, marks }) => (
                    <li key={order.id} data-late={order.late || undefined}>
                      <p>
                        <b className={styles.count}>{order.open}</b> <strong>{order.label}</strong>{" "}
                        <WithFractions text={order.detail} />
                      </p>
                      <p className="quiet">
                        {order.late && <span className="chip stop">late</span>}
                        {order.supplier && ` from ${order.supplier}`}
                        {order.promised && ` · promised for ${day(order.promised)}`}
                        {marks.length > 0 && ` · for ${marks.join(", ")}`}
                      </p>
                      <NotSentHere named of={{ kind: "moved", order: order.id }} />
                      {at === order.id ? (
                        <CheckForm
                          job={id}
                          of={{ order: order.id, seen: order.happened.at(-1)?.id ?? 0 }}
                          named={`${order.label} ${order.detail}`}
                          most={order.open}
                          asked={list.asked[order.item] ?? []}
                          work={work}
                          shown={shown}
                          still={still}
                          close={() => setAsked({}, { replace: true })}
                        />
                      ) : (
                        <Button
                          variant="light"
                          aria-label={`It came: ${order.label} ${order.detail}`}
                          onClick={() => setAsked({ order: String(order.id) }, { replace: true })}
                        >
                          It came
                        </Button>
                      )}
                    </li>
                  ))}
                </ul>
              </section>
            )}
            {here.length > 0 && (
              <section aria-label="Here">
                <h2>Here</h2>
                <ul className={styles.things}>
                  {here.map((thing) => (
                    <OneThing
                      key={`${thing.came}.${thing.n}`}
                      thing={thing}
                      measuring={measuring === thing.came && first(here, thing)}
                      measure={() => setMeasuring(thing.came)}
                      give={give}
                      back={sends ? orderOf(orders, thing, setDoing) : undefined}
                      waits={work.give.isPending}
                      form={
                        <CheckForm
                          job={id}
                          of={{ order: thing.order, thing }}
                          named={`${thing.label} ${thing.detail}`}
                          most={1}
                          asked={list.asked[thing.item] ?? []}
                          work={work}
                          shown={shown}
                          still={still}
                          close={() => setMeasuring(null)}
                        />
                      }
                    />
                  ))}
                </ul>
              </section>
            )}
            {given.length > 0 && (
              <section aria-label="With their openings">
                <h2>With their openings</h2>
                <ul className={styles.things}>
                  {given.map((thing) => (
                    <li key={thing.given_line}>
                      <p>
                        <b className={styles.count}>{thing.given}</b> <strong>{thing.label}</strong>{" "}
                        <WithFractions text={thing.detail} />
                        <WithFractions text={thing.measured.map((m) => ` · ${m.label} ${m.text}`).join("")} />
                      </p>
                      <Button
                        variant="subtle"
                        color="dark"
                        aria-label={`Not there: ${thing.label}, ${thing.given}`}
                        disabled={buying.takeBack.isPending}
                        onClick={() =>
                          buying.takeBack.mutate(
                            { line: thing.given_line!, said: `${thing.label} not at ${thing.given}` },
                            { onError: refused },
                          )
                        }
                      >
                        Not there
                      </Button>
                      <NotSentHere of={{ kind: "taken back", line: thing.given_line }} />
                    </li>
                  ))}
                </ul>
              </section>
            )}
            {open.length + here.length + given.length === 0 && (
              <Empty like="lines">
                Nothing is on its way. What is ordered on <Link to={`/jobs/${id}/buying`}>To buy</Link> stands here
                until it comes.
              </Empty>
            )}
          </>
        )}
        {doing && <DoForm doing={doing} work={buying} suppliers={[]} close={() => setDoing(null)} />}
      </main>
    </>
  );
}

const first = (things: Thing[], one: Thing) => things.find((t) => t.came === one.came) === one;

function orderOf(orders: { order: Order }[], thing: Thing, act: (doing: Doing) => void) {
  const found = orders.find(({ order }) => order.id === thing.order)?.order;
  return found && (() => act({ what: "back", order: found, came: thing.came }));
}

function Swaps({
  swaps,
  give,
  waits,
}: {
  swaps: Delivered["swaps"];
  give: (moves: Move[], said: string) => void;
  waits: boolean;
}) {
  const title = swaps.some((swap) => swap.moves.length > 1) ? "Change places" : "It serves elsewhere";
  return (
    <section aria-label={title} className={styles.swaps}>
      <h2>{title}</h2>
      <ul>
        {swaps.map((swap) => (
          <li key={swap.text}>
            <p>
              <WithFractions text={swap.text} />
            </p>
            <Button disabled={waits} onClick={() => give(swap.moves, swap.text)}>
              {swap.moves.length > 1 ? "Change them over" : "Move it there"}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
