import "./board.css";

import { Button } from "@mantine/core";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { Link, useNavigate, useParams } from "react-router";

import { api, ask, type WallStrip as Wall } from "../api/client";
import { renew } from "../api/renew";
import { JobBar } from "../app/JobBar";
import { Unreadable } from "../app/Mend";
import { Only } from "../app/Only";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { WithFractions } from "../tape/Digits";
import { wallOf } from "../work/walls";
import styles from "./WallsPage.module.css";

/** All walls of a job, a strip each, to one scale, with their openings where they stand. */
export function WallsPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const job = useJob(id);
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const walls = useQuery({
    queryKey: ["job", id, "walls", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/walls", { params: { path: { job_id: id }, query } })),
    placeholderData: (before) => before,
  });
  const add = useNewWall(id);
  const list = walls.data?.walls ?? [];
  const longest = Math.max(1, ...list.map(reach));
  return (
    <>
      <JobBar id={id} job={job.data?.job} title="Walls">
        <Only may="POST /api/jobs/{job_id}/walls">
          <Button variant="subtle" size="compact-md" loading={add.isPending} onClick={() => add.mutate()}>
            Add a wall
          </Button>
        </Only>
      </JobBar>
      <main className="page">
        <NotSentHere named of={{ kind: "wall", job: id }} />
        {add.isError && (
          <p role="alert" className="error">
            {add.error.message}
          </p>
        )}
        {walls.isError && <Problem error={walls.error} retry={() => void walls.refetch()} />}
        {walls.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the walls…
          </p>
        )}
        {walls.data && list.length === 0 && <NoWall />}
        <ul className={styles.walls}>
          {list.map((wall) => (
            <WallStrip key={wall.id} wall={wall} longest={longest} />
          ))}
        </ul>
        {list.length > 1 && <p className="quiet">All to one scale, each from its left end.</p>}
      </main>
    </>
  );
}

function useNewWall(job: number) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: () =>
      press({ of: { kind: "wall", job }, said: "a new wall", renews: [["job"]] }, (to) =>
        to.POST("/api/jobs/{job_id}/walls", { params: { path: { job_id: job } }, body: {} }),
      ),
    onSuccess: (made) => {
      void renew(client, ["job"]);
      if (made) void navigate(`/walls/${made.id}`);
    },
  });
}

/** How far a wall is known to go, in millimetres. */
const reach = (wall: Wall) => wall.length?.mm ?? Math.max(0, ...wall.openings.map((one) => one.high ?? 0));

function WallStrip({ wall, longest }: { wall: Wall; longest: number }) {
  const name = wall.name || wallOf(wall.openings.map((one) => one.name));
  if (wall.problem)
    return (
      <li>
        <Unreadable name={name} problem={wall.problem} of={{ what: "wall", id: wall.id, version: wall.version }} />
      </li>
    );
  const long = reach(wall);
  const placed = wall.openings.filter((one) => one.low !== null);
  const nowhere = wall.openings.filter((one) => one.low === null);
  const share = (mm: number) => `${(100 * mm) / long}%`;
  return (
    <li>
      <p className={styles.name}>
        <Link to={`/walls/${wall.id}`}>{name}</Link>
        <span className="quiet">
          {wall.storey && `${wall.storey} · `}
          {wall.length ? <WithFractions text={wall.length.text} /> : "length not said"}
        </span>
      </p>
      {long > 0 && (
        <div
          className={clsx(styles.strip, !wall.length && styles.open)}
          style={{ width: `max(140px, ${(100 * long) / longest}%)` }}
        >
          {placed.map((one) => (
            <Link
              key={one.id}
              to={`/openings/${one.id}`}
              className={styles.gap}
              data-way={one.stopped ? "stop" : one.lacks ? "lacks" : undefined}
              style={{ left: share(one.low!), width: share(one.high! - one.low!) }}
              aria-label={`${one.name}${one.stopped ? ", stopped" : one.lacks ? ", lacks facts" : ""}`}
            >
              <span>{one.name}</span>
            </Link>
          ))}
        </div>
      )}
      {nowhere.length > 0 && (
        <p className={styles.nowhere}>
          No place in it yet:{" "}
          {nowhere.map((one) => (
            <Link key={one.id} to={`/openings/${one.id}/frame`} data-way={one.stopped ? "stop" : undefined}>
              {one.name}
            </Link>
          ))}
        </p>
      )}
    </li>
  );
}

/** What a wall will look like here, and how the first one comes. */
function NoWall() {
  return (
    <div className="empty">
      <div className={clsx(styles.strip, styles.example)} aria-hidden="true">
        <span className={styles.gap} style={{ left: "12%", width: "11%" }}>
          <span>101</span>
        </span>
        <span className={styles.gap} style={{ left: "52%", width: "16%" }}>
          <span>102</span>
        </span>
      </div>
      <p>No wall yet. “Add a wall” begins one; an opening that is put on the board brings its own.</p>
    </div>
  );
}
