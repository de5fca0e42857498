import "./board.css";

import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { IconPlus } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { useParams } from "react-router";

import { api, ask, type JobPageData, type ListedOpening } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Unreadable } from "../app/Mend";
import { Only } from "../app/Only";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { catchTyping } from "../app/typeAhead";
import { useInAddress } from "../app/useInAddress";
import { Silhouette } from "../drawing/Silhouette";
import { NotSentHere } from "../outbox/NotSent";
import { AddByLine } from "./AddByLine";
import { CardGrid } from "./CardGrid";
import { useBoardActions } from "./useBoardActions";
import styles from "./JobPage.module.css";

/** A job's openings in walking order, as silhouettes on one floor line. */
export function JobPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const job = useQuery({
    queryKey: ["job", id, show.unit, show.words],
    queryFn: () =>
      ask(
        api.GET("/api/jobs/{job_id}", {
          params: { path: { job_id: id }, query: { unit: show.unit ?? undefined, words: show.words ?? undefined } },
        }),
      ),
    placeholderData: (before) => before,
  });
  return (
    <>
      <JobBar tables={["schedule"]} id={id} job={job.data?.job} title="Openings" />
      <main className={`page ${styles.board}`}>
        {job.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the openings…
          </p>
        )}
        {job.isError && <Problem error={job.error} retry={() => void job.refetch()} />}
        {job.data && <Board data={job.data} />}
      </main>
    </>
  );
}

const matches = (opening: ListedOpening, text: string) =>
  `${opening.mark} ${opening.room} ${opening.brief.leaf ?? ""} ${opening.brief.unsettled} ${opening.brief.worst?.level ?? ""}`
    .toLowerCase()
    .includes(text.toLowerCase().trim());

/** Which openings of a long job to look at. */
const FILTERS = {
  all: { label: "All", keeps: () => true },
  stop: { label: "Stops", keeps: (o: ListedOpening) => o.brief.stopped },
  check: { label: "Checks", keeps: (o: ListedOpening) => Boolean(o.brief.counts.check) },
  missing: { label: "Facts missing", keeps: (o: ListedOpening) => Boolean(o.brief.unsettled) },
  open: {
    label: "To frame",
    // of what nothing can be worked out nobody knows how far its card is
    keeps: (o: ListedOpening) => (o.phase === null ? o.done.length === 0 : o.phase === "before_wallboard"),
  },
  set: { label: "To sign off", keeps: (o: ListedOpening) => o.done.includes("set") && !o.done.includes("signed") },
  signed: { label: "Signed off", keeps: (o: ListedOpening) => o.done.includes("signed") },
} satisfies Record<string, { label: string; keeps: (o: ListedOpening) => boolean }>;

function Board({ data }: { data: JobPageData }) {
  const [find, setFind] = useInAddress("find", "");
  const field = useRef<HTMLInputElement>(null);
  const line = useRef<HTMLInputElement>(null);
  const grid = useRef<HTMLDivElement>(null);
  const actions = useBoardActions(data);
  const [asked, setFilter] = useInAddress<keyof typeof FILTERS>("show", "all");
  const filter = asked in FILTERS ? asked : "all";
  const [room, setRoom] = useInAddress("room", "");
  const rooms = [...new Set(data.openings.map((o) => o.room).filter(Boolean))].sort();
  const [phase, setPhase] = useInAddress("phase", "");
  const inRoom = data.openings.filter(
    (o) => matches(o, find) && (!room || o.room === room) && (!phase || o.phase === phase),
  );
  const seen = inRoom.filter(FILTERS[filter].keeps);
  const tallest = Math.max(2200, ...data.openings.map((o) => o.brief.silhouette?.ro_height ?? 0));

  useHotkeys([
    ["/", () => field.current?.focus()],
    ["L", () => line.current?.focus()],
    [
      "N",
      () => {
        catchTyping(); // what is typed before the field is there is its mark
        actions.add.mutate(undefined);
      },
    ],
  ]);

  return (
    <>
      <NotSentHere named of={{ kind: "opening", job: data.id }} />
      <NotSentHere named of={{ kind: "wall", job: data.id }} />
      <Only may="POST /api/jobs/{job_id}/openings">
        <AddByLine data={data} field={line}>
          <Button
            variant="default"
            className={styles.new}
            aria-label="New opening"
            leftSection={<IconPlus size={18} />}
            loading={actions.add.isPending}
            onClick={() => actions.add.mutate(undefined)}
          >
            <span>New opening</span>
          </Button>
        </AddByLine>
      </Only>
      {data.openings.length > 0 && (
        <div className={styles.boardFilters}>
          <div role="group" aria-label="Show">
            {(Object.keys(FILTERS) as (keyof typeof FILTERS)[]).map((name) => (
              <button key={name} type="button" aria-pressed={filter === name} onClick={() => setFilter(name)}>
                {FILTERS[name].label} <span>{inRoom.filter(FILTERS[name].keeps).length}</span>
              </button>
            ))}
          </div>
          <div className={styles.narrow}>
            <TextInput
              ref={field}
              aria-label="Find an opening"
              type="search"
              placeholder="Find: mark, room, size…"
              rightSection={<kbd>/</kbd>}
              value={find}
              onChange={(event) => setFind(event.currentTarget.value)}
              onKeyDown={(event) => {
                if (event.key === "Enter") grid.current?.querySelector<HTMLAnchorElement>("a.card")?.click();
                if (event.key === "Escape") setFind("");
                if (event.key === "ArrowDown") {
                  event.preventDefault();
                  grid.current?.querySelector<HTMLAnchorElement>("a.card")?.focus();
                }
              }}
            />
            <NativeSelect
              aria-label="Room"
              value={room}
              onChange={(event) => setRoom(event.currentTarget.value)}
              data={[{ value: "", label: "Every room" }, ...rooms]}
            />
            <NativeSelect
              aria-label="Phase"
              value={phase}
              onChange={(event) => setPhase(event.currentTarget.value)}
              data={[
                { value: "", label: "Every phase" },
                ...data.phases.map((one) => ({
                  value: one.phase,
                  label: `${one.label} (${data.openings.filter((o) => o.phase === one.phase).length})`,
                })),
              ]}
            />
          </div>
        </div>
      )}
      {data.walls.map(
        ({ id, version, wall, problem }) =>
          problem && (
            <Unreadable key={id} name={wall.name ?? ""} problem={problem} of={{ what: "wall", id, version }} />
          ),
      )}
      {data.openings.length === 0 && <NoOpening />}
      {data.openings.length > 0 && seen.length === 0 && (
        <p className="empty">No opening matches{find ? ` “${find}”` : " that"}.</p>
      )}
      <CardGrid ref={grid} openings={seen} tallest={tallest} actions={actions} />
    </>
  );
}

const EXAMPLE = {
  ro_width: 872,
  ro_height: 2083,
  leaf_widths: [813],
  leaf_height: 2032,
  leaf_bottom: 19,
  hinge_side: "left",
  kind: "swing",
  slides_to: "right",
};

/** What an opening will look like here, and how the first one comes. */
function NoOpening() {
  return (
    <div className={`empty ${styles.none}`}>
      <div aria-hidden="true">
        <Silhouette of={EXAMPLE} height={150} tallest={2200} />
      </div>
      <p>
        No opening yet. Say the first door in the line above, as it is pencilled on a list, or press N and say what
        hangs in it.
      </p>
    </div>
  );
}
