import "./board.css";

import { Button, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect, useRef } from "react";
import { Link, useLocation, useParams } from "react-router";

import { ApiProblem, api, ask, type FieldError, type FloorsUse, type FloorType } from "../api/client";
import { within } from "../api/words";
import { JobBar } from "../app/JobBar";
import { offerBack } from "../app/offerBack";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useShow, useShown } from "../app/show";
import { same } from "../work/paths";
import { LayerRows } from "../tape/LayerRows";
import { LengthField } from "../tape/LengthField";
import { WithFractions } from "../tape/Digits";
import { useHeld } from "../tape/typed";
import { Changes } from "../usual/Changes";
import { ChoiceField } from "./ChoiceField";
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
      offerBack("floors-kept", "The floors are kept.", () => save.mutate(back));
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
      <JobBar
        id={id}
        job={page.data?.job.job}
        title="Floors"
        state={
          <span className="save" role="status">
            {save.isPending ? "Saving…" : open ? "Not kept yet" : "Saved"}
          </span>
        }
      />
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
                  change={(next) => setDraft((now) => (now ?? kept).map((one, n) => (n === i ? next(one) : one)))}
                  remove={() => setDraft((now) => (now ?? kept).filter((_, n) => n !== i))}
                />
              ))}
              <Button
                variant="default"
                onClick={() =>
                  setDraft((now) => [...(now ?? kept), { key: freshKey(now ?? kept), name: "", layers: [{}] }])
                }
              >
                Add a floor
              </Button>
            </section>
            <section className={styles.floorSays} aria-label={open ? "What changes" : "What waits on a floor"}>
              {open ? (
                <Changes
                  what="Keep these floors"
                  still="Stand on it, and nothing of theirs moves"
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
  change: (next: (now: FloorType) => FloorType) => void;
  remove: () => void;
}

function OneFloor({ floor, index, used, drafted, shown, errors, change, remove }: FloorProps) {
  const put = (facts: Partial<FloorType>) => change((now) => ({ ...now, ...facts }));
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
          onChange={(e) => put({ name: e.currentTarget.value })}
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
        change={(next) => change((now) => ({ ...now, layers: next(now.layers ?? []) }))}
      />
      <div className="pair">
        <ChoiceField
          path="floors[].kind"
          value={floor.kind}
          words={shown.words}
          keep={(kind) => put({ kind: kind as FloorType["kind"] })}
        />
        {floor.kind === "carpet" && (
          <LengthField
            label="Its pile"
            kind="layer"
            path={`floors[${index}].pile`}
            unit={shown.unit}
            step={shown.step}
            value={floor.pile}
            error={errors.find((e) => e.path === `floors[${index}].pile`)}
            onChange={(pile) => put({ pile })}
          />
        )}
      </div>
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
        {u.waits.length > 0 && <p>{u.waits.map((w, n) => (n ? within(w) : w)).join(", ")}</p>}
      </li>
    ));
  if (!open.length && !use.own.length && !use.unsaid.length)
    return use.floors.some((f) => f.used_by.length) ? (
      <p className="clear">Every floor is chosen: no figure of this job waits on one.</p>
    ) : null;
  return (
    <>
      <h2>These figures wait on a floor</h2>
      {open.map((f) => (
        <section key={f.key}>
          <h3>
            {floors.find((one) => one.key === f.key)?.name || f.key}: {f.allowances.join("; ") || "no thickness yet"}
          </h3>
          <ul className={styles.waits}>{rows(f.used_by.filter((u) => u.waits.length))}</ul>
        </section>
      ))}
      {use.own.length > 0 && (
        <section>
          <h3>Allowances of one door alone</h3>
          <ul className={styles.waits}>{rows(use.own)}</ul>
        </section>
      )}
      {use.unsaid.length > 0 && (
        <section>
          <h3>Nobody has said what the floor is</h3>
          <ul className={styles.waits}>{rows(use.unsaid)}</ul>
        </section>
      )}
    </>
  );
}
