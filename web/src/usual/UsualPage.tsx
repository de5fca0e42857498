import { notifications } from "@mantine/notifications";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";

import { ApiProblem, api, ask, type Usual } from "../api/client";
import { JobBar } from "../app/JobBar";
import { offerBack } from "../app/offerBack";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useHeld } from "../tape/typed";
import { capital } from "../api/words";
import { at, put, same } from "../work/paths";
import { RulePicture } from "../drawing/RulePicture";
import { Changes } from "./Changes";
import { type FactAround, FactField, factFigure, factLabel } from "./FactField";
import { useJobFacts } from "./useJobFacts";
import styles from "./UsualPage.module.css";

/** What a fact is called in the pictures. */
const nameOf = (path: string) => path.replace(/^opening\.(door\.)?/, "").replace(/^leaves\[0\]/, "leaf");

const PARTS = [
  { name: "wall", title: "Wall" },
  { name: "header", title: "" },
  { name: "floors", title: "Floors" },
  { name: "frame", title: "Frame" },
  { name: "casing", title: "" },
  { name: "leaf", title: "" },
  { name: "hardware", title: "Hinges, latch and lock" },
] as const;

/** What is usual in a job: a new opening takes it, and needs only its leaf and its hand. A change is shown before it is kept. */
export function UsualPage() {
  const id = Number(useParams().jobId);
  const client = useQueryClient();
  const [draft, setDraft] = useHeld<Usual | null>("usual", null);
  const newest = useRef(draft);
  useEffect(() => {
    newest.current = draft;
  });
  const { page, query, around, failed } = useJobFacts(id, draft ? { usual: draft } : null);
  const kept = page.data?.job.usual ?? {};
  const usual = draft ?? kept;
  const open = draft !== null && !same(draft, kept);
  const [lit, light] = useState("");
  const labels = around
    ? Object.fromEntries(
        Object.keys(around.catalogue.usual).map((path) => [
          nameOf(path),
          { path, label: factLabel(path, around, usual.wall?.height_by ?? undefined) },
        ]),
      )
    : {};
  const tried = useQuery({
    queryKey: ["job", id, "usual", "try", draft, page.data?.version, query],
    queryFn: ({ signal }) =>
      ask(
        api.POST("/api/jobs/{job_id}/usual/try", {
          params: { path: { job_id: id }, query },
          body: { usual: draft! },
          signal,
        }),
      ),
    enabled: open,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const save = useMutation({
    mutationFn: (sent: { usual: Usual; version: number; before?: Usual }) =>
      ask(
        api.PUT("/api/jobs/{job_id}/usual", {
          params: { path: { job_id: id }, query },
          body: { version: sent.version, usual: sent.usual },
        }),
      ),
    onSuccess: async (next, sent) => {
      client.removeQueries({ queryKey: ["opening"] });
      await renew(client, ["job"], ["wall"]);
      if (newest.current === sent.usual) setDraft(null); // what was changed while it was being kept stays
      if (!sent.before) return;
      const back = { usual: sent.before, version: next.job.version };
      offerBack("usual-kept", "Kept as usual.", () => save.mutate(back));
    },
    onError: (failure) => {
      if (failure instanceof ApiProblem && failure.conflict) {
        notifications.show({
          color: "red",
          message: "Someone changed the job since. What you chose is still here; look at it again and keep it.",
        });
        void page.refetch();
      } else notifications.show({ color: "red", message: failure.message });
    },
  });
  return (
    <>
      <JobBar
        id={id}
        job={page.data?.job}
        title="Usual here"
        state={
          <span className="save" role="status">
            {save.isPending ? "Saving…" : open ? "Not kept yet" : "Saved"}
          </span>
        }
      />
      <main
        className={`${styles.usualPage} page`}
        onFocus={(event) => {
          const path = event.target.closest("[data-path]")?.getAttribute("data-path");
          if (path) light(nameOf(path));
        }}
      >
        {failed && <Problem error={failed.error} retry={() => void failed.refetch()} />}
        {page.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the job…
          </p>
        )}
        {page.data && around && (
          <>
            <UsualFields usual={usual} around={around} job={id} change={setDraft} />
            <section className={styles.says} aria-label={open ? "What changes" : "How it is used"}>
              {open ? (
                <Changes
                  what="Keep as usual"
                  still="Nothing moves"
                  changes={tried.data}
                  failure={tried.error}
                  busy={tried.isFetching || save.isPending}
                  keep={() => save.mutate({ usual: draft, version: page.data.version, before: kept })}
                  back={() => setDraft(null)}
                />
              ) : (
                <>
                  <h2>Said once, taken by every opening</h2>
                  <p>
                    A new opening then needs only its leaf and its hand. What it took from here says “from the job” at
                    its field; typed over there, it counts for that opening alone.
                  </p>
                  <RulePicture
                    rules={Object.keys(around.catalogue.usual).map(nameOf)}
                    lit={lit}
                    label={(name) => labels[name]?.label ?? name}
                    figure={(name) => labels[name] && factFigure(labels[name].path, around)}
                  />
                  <p className="quiet">
                    Whether a wall carries load, and who gave a size for what spans the opening, is never usual: it is
                    said of each.
                  </p>
                </>
              )}
            </section>
          </>
        )}
      </main>
    </>
  );
}

/** Facts of a frame that every kind may have; the others belong to one kind alone. */
const ANY_FRAME = ["kind", "thickness", "depth", "stands_on"];

/** Whether a fact is asked for, by what is said already. */
function wanted(path: string, usual: Usual, around: FactAround): boolean {
  const [part, key] = [path.split(".").at(-2), path.split(".").at(-1)!];
  if (part === "header" && ["plies", "ply", "packing"].includes(key)) return usual.header?.make_up === "plies";
  if (part !== "frame" || ANY_FRAME.includes(key)) return true;
  const kind = usual.frame?.kind ?? "flat_jamb";
  if (key === "supply") return kind === "flat_jamb";
  if (key === "spacer") return usual.frame?.stands_on === "spacer";
  if (key === "source") return kind === "steel_wrap";
  return around.catalogue.frames.find((f) => f.kind === kind)?.facts.includes(key) ?? false;
}

/** What is asked first of its part, since what follows hangs on it. */
const FIRST = ["height_by", "height", "kind", "make_up", "plies", "supply", "stands_on", "spacer"];
const place = (path: string) => {
  const at = FIRST.indexOf(path.split(".").at(-1)!);
  return at < 0 ? FIRST.length : at;
};

interface FieldsProps {
  usual: Usual;
  around: FactAround;
  job: number;
  change: (usual: Usual) => void;
}

function UsualFields({ usual, around, job, change }: FieldsProps) {
  const words = around.catalogue.words[around.shown.words] ?? {};
  const newest = useRef(usual);
  useEffect(() => {
    newest.current = usual;
  });
  const set = (inJob: string, value: unknown) => {
    let next = put({ usual: newest.current }, inJob, value);
    // a height is said in the way that stands beside it
    if (inJob === "usual.wall.height" && value && !next.usual.wall?.height_by)
      next = put(next, "usual.wall.height_by", "under_plates");
    newest.current = next.usual;
    change(next.usual);
  };
  return (
    <div className={styles.parts}>
      {PARTS.map(({ name, title }) => (
        <section key={name} aria-labelledby={`usual-${name}`}>
          <h2 id={`usual-${name}`}>{title || capital(words[name] ?? name)}</h2>
          {name === "floors" && around.floors.length === 0 ? (
            <p className="quiet">
              No floor is kept for this job yet. <Link to={`/jobs/${job}/floors`}>Keep its floors</Link>, then choose
              the usual ones here.
            </p>
          ) : (
            <div className={styles.fields}>
              {Object.entries(around.catalogue.usual)
                .filter(([path, inJob]) => inJob.startsWith(`usual.${name}.`) && wanted(path, usual, around))
                .filter(([path]) => !path.endsWith(".name"))
                .sort(([a], [b]) => place(a) - place(b))
                .map(([path, inJob]) => (
                  <FactField
                    key={path}
                    {...around}
                    path={path}
                    value={at({ usual }, inJob)}
                    set={(value) => set(inJob, value)}
                    none="not said"
                    heightBy={usual.wall?.height_by ?? undefined}
                    studs={usual.wall?.studs ?? undefined}
                  />
                ))}
            </div>
          )}
        </section>
      ))}
    </div>
  );
}
