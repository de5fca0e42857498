import "./board.css";

import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { Link, useParams } from "react-router";

import { api, ask, type Storey } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { Digits, WithFractions } from "../tape/Digits";
import styles from "./HeadsPage.module.css";

type How = "raise" | "pack" | "own";

/** The head lines of a job: per storey the common line, who governs it, what each door gains, and the three ways to have it. */
export function HeadsPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const client = useQueryClient();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const job = useJob(id);
  const heads = useQuery({
    queryKey: ["job", id, "heads", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/heads", { params: { path: { job_id: id }, query } })),
  });
  const align = useMutation({
    mutationFn: (body: { storey: string; how: How; line: Storey["line"]["exact"] }) =>
      ask(api.POST("/api/jobs/{job_id}/heads", { params: { path: { job_id: id }, query }, body })),
    onSuccess: (next) => {
      client.setQueryData(["job", id, "heads", query], next);
      client.removeQueries({ queryKey: ["opening"] });
      void renew(client, ["job"]);
    },
    onError: (failure) => {
      notifications.show({ color: "red", message: failure.message });
      void heads.refetch(); // the line may be another than the one that was pressed for
    },
  });
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Head lines</h1>
          </>
        }
      />
      <main className="page">
        {heads.isError && <Problem error={heads.error} retry={() => void heads.refetch()} />}
        {heads.isPending && (
          <p className="quiet" aria-busy="true">
            Working out every head…
          </p>
        )}
        {heads.data?.length === 0 && (
          <p className="empty">No opening of this job has a head yet: a leaf’s height and both floors settle it.</p>
        )}
        {heads.data?.map((storey) => (
          <OneStorey
            key={storey.storey}
            of={storey}
            busy={align.isPending}
            align={(how) => align.mutate({ storey: storey.storey, how, line: storey.line.exact })}
          />
        ))}
      </main>
    </>
  );
}

const WIDE = 1000;
const TALL = 150;

function OneStorey({ of, busy, align }: { of: Storey; busy: boolean; align: (how: How) => void }) {
  const low = Math.min(...of.openings.map((o) => o.own.mm)) - 12;
  const high = Math.max(of.line.mm, ...of.openings.map((o) => o.now.mm)) + 6;
  const Y = (mm: number) => TALL - 24 - ((mm - low) / Math.max(1, high - low)) * (TALL - 46);
  const room = WIDE / of.openings.length;
  const name = of.storey || "Walls without a storey";
  return (
    <section className={styles.storey} aria-label={name}>
      <header>
        <h2>{name}</h2>
        <p>
          Common head line <Digits of={of.line} /> over the rough floor
          {of.aligned ? ", and every head is on one line." : "."}
        </p>
      </header>
      <svg
        viewBox={`0 0 ${WIDE} ${TALL}`}
        role="img"
        aria-label={`Heads of ${name}, differences drawn larger than true.`}
      >
        <path className="line" d={`M0 ${Y(of.line.mm)}H${WIDE}`} />
        {of.openings.map((o, n) => (
          <g key={o.id} className={clsx(o.governs && styles.governs)}>
            <rect
              className={styles.own}
              x={n * room + room * 0.2}
              y={Y(o.own.mm)}
              width={room * 0.6}
              height={TALL - 22 - Y(o.own.mm)}
            />
            <path className={styles.now} d={`M${n * room + room * 0.14} ${Y(o.now.mm)}h${room * 0.72}`} />
            <text x={n * room + room / 2} y={TALL - 6}>
              {o.name}
            </text>
          </g>
        ))}
      </svg>
      <table className="log">
        <thead>
          <tr>
            <th scope="col">Opening</th>
            <th scope="col">Needs by itself</th>
            <th scope="col">Is now</th>
            <th scope="col">Would gain</th>
            <th scope="col">Floors A and B</th>
          </tr>
        </thead>
        <tbody>
          {of.openings.map((o) => (
            <tr key={o.id} data-governs={o.governs || undefined}>
              <th scope="row">
                <Link to={`/openings/${o.id}/opening`}>{o.name}</Link>
                {o.governs && " governs"}
              </th>
              <td>
                <Digits of={o.own} />
              </td>
              <td>
                <Digits of={o.now} />
              </td>
              <td>{o.can_align ? <Digits of={o.gain} /> : "keeps its own head"}</td>
              <td>
                <WithFractions text={o.floors.map((f) => f.digits).join(" and ")} />
                {o.floors[0]!.mm !== o.floors[1]!.mm && <strong className="differs"> differ</strong>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {of.waiting.length > 0 && <p className="quiet">Not known yet: {of.waiting.join(", ")}.</p>}
      <div className="row">
        <Button disabled={busy} onClick={() => align("raise")}>
          Align: longer legs, larger floor gap
        </Button>
        <Button variant="default" disabled={busy} onClick={() => align("pack")}>
          Align the openings: packing over the head
        </Button>
        <Button variant="subtle" disabled={busy} onClick={() => align("own")}>
          Let each door be its own
        </Button>
      </div>
    </section>
  );
}
