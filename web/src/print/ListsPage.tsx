import "./print.css";

import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { Link, useParams } from "react-router";

import { api, ask } from "../api/client";
import { Bar } from "../app/Bar";
import { NotHere } from "../app/NotHere";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { WithFractions } from "../tape/Digits";
import styles from "./ListsPage.module.css";

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
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Cut and buy lists</h1>
          </>
        }
      >
        <Button leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
          Print
        </Button>
      </Bar>
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
            {data.stock.length === 0 && <p className="empty">Nothing to cut yet.</p>}
            {data.stock.map((stock) => (
              <table key={`${stock.section} ${stock.made_of}`} className="cuts">
                <caption>
                  {stock.section ? <WithFractions text={stock.section} /> : "Bought to length"}
                  {stock.made_of && `, ${stock.made_of}`} · <WithFractions text={stock.total} /> end to end
                </caption>
                <tbody>
                  {stock.pieces.map((p) => (
                    <tr key={`${p.label} ${p.length}`}>
                      <td>{p.count}</td>
                      <th scope="row">{p.label}</th>
                      <td className="cut-length">
                        <WithFractions text={p.length} />
                      </td>
                      <td>{p.marks.join(", ")}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ))}
            {data.buy.length > 0 && (
              <table className="cuts buys">
                <caption>To buy</caption>
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
                      <td>{b.marks.join(", ")}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </article>
        )}
      </main>
    </>
  );
}
