import "./print.css";

import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { Link, useParams } from "react-router";

import { api, ask, type JobLists } from "../api/client";
import { Empty } from "../app/Empty";
import { Fold, useFold } from "../app/Fold";
import { JobBar } from "../app/JobBar";
import { Marks } from "../app/Marks";
import { NotHere } from "../app/NotHere";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { WithFractions } from "../tape/Digits";
import styles from "./ListsPage.module.css";

const named = (stock: JobLists["stock"][number]) =>
  [stock.section || "Bought to length", stock.made_of].filter(Boolean).join(", ");

/** The whole job's cut list, gathered by the stock it is cut from, and its buy list. */
export function ListsPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const lists = useQuery({
    queryKey: ["job", id, "lists", show.unit, show.words],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/lists", { params: { path: { job_id: id }, query } })),
  });
  const data = lists.data;
  const fold = useFold(data?.stock[0] && "0");
  return (
    <>
      <JobBar prints tables={["cut", "buy"]} id={id} job={job.data?.job} title="Lists" />
      <main className={clsx(styles.jobLists, "print-page")}>
        {lists.isError && <Problem error={lists.error} retry={() => void lists.refetch()} />}
        {lists.isPending && (
          <p className="quiet" aria-busy="true">
            Working out every opening…
          </p>
        )}
        {data && (
          <article>
            <NotHere leftOut={data.left_out} waiting={data.waiting} />
            {data.stock.length === 0 && (
              <Empty like="sticks">
                Nothing to cut yet. Say on <Link to={`/jobs/${id}`}>Openings</Link> what hangs where, and its pieces
                stand here, by what they are cut from.
              </Empty>
            )}
            {data.stock.map((stock, n) => (
              <Fold
                key={named(stock)}
                label={named(stock)}
                title={<WithFractions text={named(stock)} />}
                line={
                  <WithFractions
                    text={`${stock.pieces.reduce((sum, p) => sum + p.count, 0)} pieces, ${stock.total} end to end`}
                  />
                }
                {...fold.of(String(n))}
              >
                <table className="cuts">
                  <tbody>
                    {stock.pieces.map((p) => (
                      <tr key={`${p.label} ${p.length}`}>
                        <td>{p.count}</td>
                        <th scope="row">{p.label}</th>
                        <td className="cut-length">
                          <WithFractions text={p.length} />
                        </td>
                        <td>
                          <Marks of={p.marks} />
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </Fold>
            ))}
            {data.buy.length > 0 && (
              <Fold
                label="To buy"
                line={`${data.buy.length} ${data.buy.length === 1 ? "line" : "lines"}`}
                {...fold.of("To buy")}
              >
                <table className="cuts buys">
                  <tbody>
                    {data.buy.map((b) => (
                      <tr key={`${b.label} ${b.length ?? ""} ${b.detail}`}>
                        <td>{b.count}</td>
                        <th scope="row">
                          {b.label}
                          {b.detail && (
                            <span className="from">
                              <WithFractions text={b.detail} />
                            </span>
                          )}
                        </th>
                        <td>{b.length && <WithFractions text={b.length} />}</td>
                        <td>
                          <Marks of={b.marks} />
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </Fold>
            )}
          </article>
        )}
      </main>
    </>
  );
}
