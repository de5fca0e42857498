import "./board.css";

import { Button, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect, useRef } from "react";
import { Link, useLocation, useParams } from "react-router";

import { ApiProblem, api, ask, type FieldError, type FloorChange, type FloorsUse, type FloorType } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { renew } from "../app/renew";
import { useShow, useShown } from "../app/show";
import { same } from "../work/paths";
import { LayerRows } from "../tape/LayerRows";
import { WithFractions } from "../tape/Digits";
import { useHeld } from "../tape/typed";
import styles from "./FloorsPage.module.css";

type Used = FloorsUse["floors"][number];

/** Floors to keep, the version they were changed from, and what they were, to take it back. */
interface Sent {
  floors: FloorType[];
  version: number;
  before?: FloorType[];
}

/** A key nobody uses yet. */
const freshKey = (floors: FloorType[]) => {
  let n = floors.length + 1;
  while (floors.some((f) => f.key === `floor-${n}`)) n++;
  return `floor-${n}`;
};

/** The floors of a job: kept once, used by many doors. A change shows what it does to each door before it is kept. */
export function FloorsPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const client = useQueryClient();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  // What is tried out is held until it is kept or put back: leaving the page loses nothing.
  const [draft, setDraft] = useHeld<FloorType[] | null>("floors", null);
  const newest = useRef(draft);
  useEffect(() => {
    newest.current = draft;
  });
  const page = useQuery({
    queryKey: ["job", id, "floors", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/floors", { params: { path: { job_id: id }, query } })),
    placeholderData: keepPreviousData,
  });
  const shown = useShown(page.data?.job.job);
  const kept = page.data?.job.job.floors ?? [];
  const floors = draft ?? kept;
  const open = draft !== null && !same(draft, kept);
  const tried = useQuery({
    queryKey: ["job", id, "floors", "try", draft, page.data?.job.version, query],
    queryFn: ({ signal }) =>
      ask(
        api.POST("/api/jobs/{job_id}/floors/try", {
          params: { path: { job_id: id }, query },
          body: { floors: draft! },
          signal,
        }),
      ),
    enabled: open,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const save = useMutation({
    mutationFn: (sent: Sent) =>
      ask(
        api.PUT("/api/jobs/{job_id}/floors", {
          params: { path: { job_id: id }, query },
          body: { version: sent.version, floors: sent.floors },
        }),
      ),
    onSuccess: (next, sent) => {
      client.setQueryData(["job", id, "floors", query], next);
      client.removeQueries({ queryKey: ["opening"] });
      void renew(client, ["job"], ["wall"]);
      if (newest.current === sent.floors) setDraft(null); // what was changed while it was being kept stays
      if (!sent.before) return;
      const back = { floors: sent.before, version: next.job.version };
      notifications.show({
        id: "floors-kept",
        message: (
          <span>
            The floors are kept.{" "}
            <button
              type="button"
              className="link"
              onClick={() => {
                notifications.hide("floors-kept");
                save.mutate(back);
              }}
            >
              Take it back
            </button>
          </span>
        ),
      });
    },
    onError: (failure) => {
      if (failure instanceof ApiProblem && failure.conflict) {
        notifications.show({
          color: "red",
          message: "Someone changed the job since. Your floors are still here; look at them again and keep them.",
        });
        void page.refetch();
      } else notifications.show({ color: "red", message: failure.message });
    },
  });
  const { hash } = useLocation();
  const ready = page.data !== undefined;
  useEffect(() => {
    if (ready && hash) document.getElementById(hash.slice(1))?.querySelector<HTMLElement>("input")?.focus();
  }, [ready, hash]);
  const errors = tried.error instanceof ApiProblem ? tried.error.errors : [];
  return (
    <>
      <Bar
        job={page.data?.job.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{page.data?.job.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Floors</h1>
          </>
        }
      >
        <span className="save" role="status">
          {save.isPending ? "Saving…" : open ? "Not kept yet" : "Saved"}
        </span>
      </Bar>
      <main className={clsx(styles.floorsPage, "page")}>
        {page.isError && <Problem error={page.error} retry={() => void page.refetch()} />}
        {page.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the floors…
          </p>
        )}
        {page.data && (
          <>
            <section className={styles.floorTypes} aria-label="Floors of this job">
              {floors.length === 0 && (
                <p className="empty">
                  No floor is kept for this job yet. Add one, then name it on the Floor stage of every door that stands
                  on it.
                </p>
              )}
              {floors.map((floor, i) => (
                <OneFloor
                  key={floor.key}
                  floor={floor}
                  index={i}
                  used={page.data.use.floors.find((f) => f.key === floor.key)}
                  drafted={
                    !same(
                      floor,
                      kept.find((f) => f.key === floor.key),
                    )
                  }
                  shown={shown}
                  errors={errors}
                  change={(next) => setDraft(floors.map((one, n) => (n === i ? next : one)))}
                  remove={() => setDraft(floors.filter((_, n) => n !== i))}
                />
              ))}
              <Button
                variant="default"
                onClick={() => setDraft([...floors, { key: freshKey(floors), name: "", layers: [{}] }])}
              >
                Add a floor
              </Button>
            </section>
            <section className={styles.floorSays} aria-label={open ? "What changes" : "What waits on a floor"}>
              {open ? (
                <Changes
                  changes={tried.data}
                  failure={tried.error}
                  busy={tried.isFetching || save.isPending}
                  keep={() => save.mutate({ floors: draft, version: page.data.job.version, before: kept })}
                  back={() => setDraft(null)}
                />
              ) : (
                <Waits use={page.data.use} floors={kept} />
              )}
            </section>
          </>
        )}
      </main>
    </>
  );
}

interface FloorProps {
  floor: FloorType;
  index: number;
  used: Used | undefined;
  drafted: boolean;
  shown: ReturnType<typeof useShown>;
  errors: FieldError[];
  change: (floor: FloorType) => void;
  remove: () => void;
}

function OneFloor({ floor, index, used, drafted, shown, errors, change, remove }: FloorProps) {
  const users = used?.used_by ?? [];
  const name = floor.name || floor.key;
  return (
    <article
      className={styles.floorType}
      id={floor.key}
      data-open={used?.allowances.length || undefined}
      data-drafted={drafted || undefined}
    >
      <header>
        <TextInput
          label="Floor"
          data-walk
          maxLength={80}
          value={floor.name ?? ""}
          placeholder={floor.key}
          onChange={(e) => change({ ...floor, name: e.currentTarget.value })}
        />
        <p className={styles.thick}>
          {drafted ? "not kept yet" : used?.thick ? <WithFractions text={used.thick.text} /> : "—"}
        </p>
      </header>
      <LayerRows
        layers={floor.layers ?? []}
        path={`floors[${index}].layers`}
        of={name}
        unit={shown.unit}
        step={shown.step}
        errors={errors}
        change={(layers) => change({ ...floor, layers })}
      />
      <footer>
        <p className="quiet">
          {users.length
            ? `Under ${users.map((u) => `${u.name} (${u.sides.join(", ")})`).join(" · ")}`
            : "No door stands on it."}
        </p>
        {users.length === 0 && (
          <Button variant="subtle" color="red" onClick={remove} aria-label={`Take out ${name}`}>
            Take out
          </Button>
        )}
      </footer>
    </article>
  );
}

/** The figures that wait: by floor, then those whose door has a floor of its own, or none. */
function Waits({ use, floors }: { use: FloorsUse; floors: FloorType[] }) {
  const open = use.floors.filter((f) => f.used_by.some((u) => u.waits.length));
  const rows = (users: Used["used_by"]) =>
    users.map((u) => (
      <li key={u.id}>
        <Link to={`/openings/${u.id}/floor`}>{u.name}</Link> {u.room && <span className="quiet">{u.room}</span>}{" "}
        <span>side {u.sides.join(" and ")}</span>
        {u.waits.length > 0 && (
          <p>{u.waits.map((w, n) => (n ? `${w[0]!.toLowerCase()}${w.slice(1)}` : w)).join(", ")}</p>
        )}
      </li>
    ));
  if (!open.length && !use.own.length && !use.unsaid.length)
    return <p className="clear">Every floor is chosen: no figure of this job waits on one.</p>;
  return (
    <>
      <h2>These figures wait on a floor</h2>
      {open.map((f) => (
        <section key={f.key}>
          <h3>
            {floors.find((one) => one.key === f.key)?.name || f.key}: {f.allowances.join("; ") || "no thickness yet"}
          </h3>
          <ul className="waits">{rows(f.used_by.filter((u) => u.waits.length))}</ul>
        </section>
      ))}
      {use.own.length > 0 && (
        <section>
          <h3>Allowances of one door alone</h3>
          <ul className="waits">{rows(use.own)}</ul>
        </section>
      )}
      {use.unsaid.length > 0 && (
        <section>
          <h3>Nobody has said what the floor is</h3>
          <ul className="waits">{rows(use.unsaid)}</ul>
        </section>
      )}
    </>
  );
}

const DONE: Record<string, string> = { framed: "framed", set: "set", signed: "signed off" };
const HEIGHTS = ["floor_clear", "leaf_bottom", "head_underside", "ro_height", "set_mark", "track_line"];

/** What the floors as they are now on the screen would do to each door that stands on one that changed. */
function Changes({
  changes,
  failure,
  busy,
  keep,
  back,
}: {
  changes: FloorChange[] | undefined;
  failure: Error | null;
  busy: boolean;
  keep: () => void;
  back: () => void;
}) {
  const moved = changes?.filter((c) => c.moved.length || c.refused) ?? [];
  const still = changes?.filter((c) => !c.moved.length && !c.refused) ?? [];
  const refused = failure !== null || moved.some((c) => c.refused);
  const told =
    moved.length === 0 ? "nothing moves" : moved.length === 1 ? "1 door changes" : `${moved.length} doors change`;
  return (
    <>
      <h2>What changes, before it is kept</h2>
      {failure && (
        <p role="alert" className="error">
          {failure.message}
        </p>
      )}
      {!failure && changes === undefined && (
        <p className="quiet" aria-busy="true">
          Working out every door…
        </p>
      )}
      {!failure && changes && moved.length === 0 && <p className="clear">No figure of any door moves.</p>}
      <div className={clsx(styles.floorKeep, "row")}>
        <Button onClick={keep} disabled={busy || refused}>
          Keep these floors: {told}
        </Button>
        <Button variant="subtle" onClick={back}>
          Put them back
        </Button>
      </div>
      {!failure &&
        moved.map((c) => (
          <article key={c.id} className={styles.floorChange} aria-label={`Change of ${c.name}`}>
            <h3>
              <Link to={`/openings/${c.id}`}>{c.name}</Link> <span className="quiet">{c.room}</span>{" "}
              {c.done.length > 0 && <span className="chip done">{DONE[c.done.at(-1)!]}</span>}
            </h3>
            {c.refused && <p className="error">Cannot be: {c.refused}</p>}
            {c.flags.map((f) => (
              <div key={f.reason} className={`flag ${f.level}`} data-code={f.code}>
                <p>{f.reason}</p>
                <p className="cure">{f.cure}</p>
              </div>
            ))}
            <Moves of={c} />
          </article>
        ))}
      {still.length > 0 && (
        <p className="quiet">Stand on it, and nothing of theirs moves: {still.map((c) => c.name).join(", ")}.</p>
      )}
    </>
  );
}

function Moves({ of }: { of: FloorChange }) {
  const first = of.moved.filter((m) => m.cut || HEIGHTS.includes(m.name));
  const rows = first.length ? first : of.moved;
  const rest = of.moved.length - rows.length;
  if (rows.length === 0) return null;
  return (
    <table className="cuts">
      <thead>
        <tr>
          <th scope="col">Figure</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((m) => (
          <tr key={m.name}>
            <th scope="row">
              {m.label}
              {m.was_cut && <strong className={styles.wasCut}> already cut</strong>}
            </th>
            <td>{m.before ? <WithFractions text={m.before.text} /> : "waited"}</td>
            <td>{m.after ? <WithFractions text={m.after.text} /> : "waits"}</td>
          </tr>
        ))}
      </tbody>
      {rest > 0 && (
        <tfoot>
          <tr>
            <td colSpan={3}>and {rest === 1 ? "one more height" : `${rest} more heights`} on its story pole</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
