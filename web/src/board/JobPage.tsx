import "./board.css";

import { Button, Menu, NativeSelect, TextInput } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconDots, IconHistory, IconListDetails, IconPlus, IconRuler2 } from "@tabler/icons-react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { type KeyboardEvent, type RefObject, useRef } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { api, ask, type JobPageData, type ListedOpening } from "../api/client";
import { Bar } from "../app/Bar";
import { Unreadable } from "../app/Mend";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { catchTyping } from "../app/typeAhead";
import { useShow } from "../app/show";
import { useInAddress } from "../app/useInAddress";
import { Silhouette } from "../drawing/Silhouette";
import { keepLine } from "../lines/keep";
import { LineField } from "../lines/LineField";
import { useLine } from "../lines/useLine";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { WithFractions } from "../tape/Digits";
import { wallOf } from "../work/walls";
import styles from "./JobPage.module.css";

const STAGE: Record<string, string> = {
  door: "leaf not settled",
  floor: "floor not settled",
  opening: "opening not settled",
  frame: "wall not settled",
};

const WALLS = 8; // in view at once

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
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to="/">Jobs</Link>
            <span aria-hidden="true">›</span>
            <h1>{job.data?.job.name ?? "…"}</h1>
          </>
        }
      >
        {job.data && (
          <>
            <Button
              component={Link}
              to={`/jobs/${id}/lists`}
              variant="subtle"
              size="compact-md"
              leftSection={<IconListDetails size={18} />}
            >
              Lists
            </Button>
            <Button
              component={Link}
              to={`/jobs/${id}/record`}
              variant="subtle"
              size="compact-md"
              leftSection={<IconHistory size={18} />}
            >
              Record
            </Button>
            <Button
              component={Link}
              to={`/jobs/${id}/rules`}
              variant="subtle"
              size="compact-md"
              leftSection={<IconRuler2 size={18} />}
            >
              House rules
            </Button>
          </>
        )}
      </Bar>
      <main className="page board">
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
  `${opening.mark} ${opening.room} ${opening.brief.leaf ?? ""} ${STAGE[opening.brief.stage] ?? ""} ${opening.brief.worst?.level ?? ""}`
    .toLowerCase()
    .includes(text.toLowerCase().trim());

/** Which openings of a long job to look at. */
const FILTERS = {
  all: { label: "All", keeps: () => true },
  stop: { label: "Stops", keeps: (o: ListedOpening) => Boolean(o.brief.counts.stop) },
  check: { label: "Checks", keeps: (o: ListedOpening) => Boolean(o.brief.counts.check) },
  missing: { label: "Facts missing", keeps: (o: ListedOpening) => o.brief.stage !== "ready" },
  open: {
    label: "To frame",
    // of what nothing can be worked out nobody knows how far its card is
    keeps: (o: ListedOpening) => (o.phase === null ? o.done.length === 0 : o.phase === "before_wallboard"),
  },
  set: { label: "To sign off", keeps: (o: ListedOpening) => o.done.includes("set") && !o.done.includes("signed") },
  signed: { label: "Signed off", keeps: (o: ListedOpening) => o.done.includes("signed") },
} satisfies Record<string, { label: string; keeps: (o: ListedOpening) => boolean }>;

function useBoardActions(data: JobPageData) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const refresh = () => {
    void renew(client, ["job"], ["jobs"]);
  };
  const tell = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  /** Say why, and show how it stands now: what was pressed was meant for what stood there before. */
  const missed = (failure: Error) => {
    tell(failure);
    refresh();
  };
  const add = useMutation({
    mutationFn: (like?: ListedOpening) =>
      press(
        {
          of: { kind: "opening", job: data.id },
          said: like ? `another opening like ${like.mark || "the one without a mark"}` : "a new opening",
          renews: [["job"], ["jobs"]],
        },
        (to) =>
          to.POST("/api/jobs/{job_id}/openings", {
            params: { path: { job_id: data.id } },
            // a new opening never silently joins a wall: what that one carries is not what this one does
            body: like ? { copy_of: like.id } : { wall: {}, opening: {} },
          }),
      ),
    onSuccess: (made) => {
      refresh();
      if (made) void navigate(`/openings/${made.id}/door`, { state: { fresh: true } });
    },
    onError: tell,
  });
  const restore = useMutation({
    mutationFn: ({ id, version }: ListedOpening) =>
      ask(api.PUT("/api/openings/{opening_id}/restore", { params: { path: { opening_id: id } }, body: { version } })),
    onSettled: refresh,
    onError: tell,
  });
  const remove = useMutation({
    mutationFn: (opening: ListedOpening) =>
      ask(
        api.DELETE("/api/openings/{opening_id}", {
          params: { path: { opening_id: opening.id }, query: { version: opening.version } },
        }),
      ),
    onSuccess: (_, opening) => {
      refresh();
      notifications.show({
        message: (
          <span>
            {opening.mark || "The opening"} is off the board; its record stays.{" "}
            <button type="button" className="link" onClick={() => restore.mutate(opening)}>
              Put it back
            </button>
          </span>
        ),
      });
    },
    onError: missed,
  });
  const reorder = useMutation({
    mutationFn: (order: number[]) =>
      ask(
        api.PUT("/api/jobs/{job_id}/order", {
          params: { path: { job_id: data.id } },
          body: { version: data.walk_version, order },
        }),
      ),
    onSuccess: refresh,
    onError: missed,
  });
  const move = (opening: ListedOpening, by: 1 | -1) => {
    const order = data.openings.map((o) => o.id);
    const from = order.indexOf(opening.id);
    const to = from + by;
    if (to < 0 || to >= order.length) return;
    order.splice(to, 0, ...order.splice(from, 1));
    reorder.mutate(order);
  };
  const wall = useMutation({
    mutationFn: () =>
      press({ of: { kind: "wall", job: data.id }, said: "a new wall", renews: [["job"]] }, (to) =>
        to.POST("/api/jobs/{job_id}/walls", { params: { path: { job_id: data.id } }, body: {} }),
      ),
    onSuccess: (made) => {
      refresh();
      if (made) void navigate(`/walls/${made.id}`);
    },
    onError: tell,
  });
  return { add, remove, move, wall };
}

function Board({ data }: { data: JobPageData }) {
  const [find, setFind] = useInAddress("find", "");
  const field = useRef<HTMLInputElement>(null);
  const line = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLUListElement>(null);
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

  const marks = (wall: number) => data.openings.filter((o) => o.wall_id === wall).map((o) => o.mark || "no mark");
  const link = ({ id, wall }: JobPageData["walls"][number]) => (
    <Link key={id} to={`/walls/${id}`}>
      {wall.name ? `${wall.name} (${marks(id).length})` : wallOf(marks(id))}
    </Link>
  );

  const arrows = (event: KeyboardEvent) => {
    const links = [...(list.current?.querySelectorAll<HTMLAnchorElement>("a.card") ?? [])];
    const at = links.indexOf(document.activeElement as HTMLAnchorElement);
    const columns = links.filter((l) => l.offsetTop === links[0]?.offsetTop).length;
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[event.key];
    if (by === undefined || (at < 0 && event.key !== "ArrowDown")) return;
    event.preventDefault();
    if (event.altKey && at >= 0 && Math.abs(by) === 1) actions.move(seen[at]!, by as 1 | -1);
    else links[Math.min(Math.max(at < 0 ? 0 : at + by, 0), links.length - 1)]?.focus();
  };

  return (
    <div onKeyDown={arrows}>
      <div className="board-tools">
        <p>
          {data.job.place && <span>{data.job.place} · </span>}
          {data.openings.length === 1 ? "1 opening" : `${data.openings.length} openings`} in walking order
        </p>
        <TextInput
          ref={field}
          aria-label="Find an opening"
          type="search"
          placeholder="Find: mark, room, size, stop…"
          rightSection={<kbd>/</kbd>}
          value={find}
          onChange={(event) => setFind(event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter") list.current?.querySelector<HTMLAnchorElement>("a.card")?.click();
            if (event.key === "Escape") setFind("");
          }}
        />
        <Button
          leftSection={<IconPlus size={18} />}
          loading={actions.add.isPending}
          onClick={() => actions.add.mutate(undefined)}
        >
          New opening
        </Button>
      </div>
      <NotSentHere named of={{ kind: "opening", job: data.id }} />
      <NotSentHere named of={{ kind: "wall", job: data.id }} />
      <AddByLine data={data} field={line} />
      {data.openings.length > 3 && (
        <div className={styles.boardFilters}>
          <div role="group" aria-label="Show">
            {(Object.keys(FILTERS) as (keyof typeof FILTERS)[]).map((name) => (
              <button key={name} type="button" aria-pressed={filter === name} onClick={() => setFilter(name)}>
                {FILTERS[name].label} <span>{inRoom.filter(FILTERS[name].keeps).length}</span>
              </button>
            ))}
          </div>
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
      )}
      <nav className={styles.wallsRow} aria-label="Walls">
        <Link to={`/jobs/${data.id}/buying`}>To buy</Link>
        {data.late > 0 && (
          <span className="chip stop">{data.late === 1 ? "1 order late" : `${data.late} orders late`}</span>
        )}
        <Link to={`/jobs/${data.id}/came`}>What came</Link>
        <Link to={`/jobs/${data.id}/cutting`}>Cutting</Link>
        {(data.job.crew?.people ?? []).length > 0 && <Link to={`/jobs/${data.id}/today`}>Today</Link>}
        <Link to={`/jobs/${data.id}/plan`}>Who and when</Link>
        <Link to={`/jobs/${data.id}/heads`}>Head lines</Link>
        <Link to={`/jobs/${data.id}/floors`}>Floors</Link>
        <Link to={`/jobs/${data.id}/usual`}>Usual here</Link>
        {data.openings.length > 1 && <Link to={`/jobs/${data.id}/change`}>Change many</Link>}
        <strong>Walls</strong>
        {data.walls.slice(0, WALLS).map(link)}
        {data.walls.length > WALLS && (
          <details className={styles.moreWalls}>
            <summary>{data.walls.length - WALLS} more</summary>
            <div className="row">{data.walls.slice(WALLS).map(link)}</div>
          </details>
        )}
        <button type="button" className="link" disabled={actions.wall.isPending} onClick={() => actions.wall.mutate()}>
          Add a wall
        </button>
      </nav>
      {data.walls.map(
        ({ id, version, wall, problem }) =>
          problem && (
            <Unreadable key={id} name={wall.name ?? ""} problem={problem} of={{ what: "wall", id, version }} />
          ),
      )}
      {data.openings.length === 0 && (
        <p className="empty">No opening yet. Press N or “New opening” and say what hangs in it.</p>
      )}
      {data.openings.length > 0 && seen.length === 0 && (
        <p className="empty">No opening matches{find ? ` “${find}”` : " that"}.</p>
      )}
      <ul className={styles.cards} ref={list}>
        {seen.map((opening) => (
          <Card key={opening.id} opening={opening} tallest={tallest} actions={actions} />
        ))}
      </ul>
    </div>
  );
}

/** One more door, as it is pencilled on a list: Enter keeps it, and the field waits for the next. */
function AddByLine({ data, field }: { data: JobPageData; field: RefObject<HTMLInputElement | null> }) {
  const client = useQueryClient();
  const line = useLine(data.job.unit ?? "in", data.id);
  const keep = useMutation({
    mutationFn: (text: string) => keepLine(data.id, text, "line"),
    onSuccess: (_, text) => {
      if (line.text === text) line.write("");
      void renew(client, ["job"], ["jobs"]);
      field.current?.focus();
    },
  });
  const add = () => {
    if (line.text.trim() && !line.wrong) keep.mutate(line.text);
  };
  return (
    <LineField
      ref={field}
      of={line}
      label="One more, in a line"
      description="Mark, size, hand, floors, room, in any order; Enter puts it on the board"
      onEnter={add}
      after={
        <div className="row">
          <Button onClick={add} loading={keep.isPending}>
            Put it on the board
          </Button>
          {keep.isError && (
            <p role="alert" className="error">
              {keep.error.message}
            </p>
          )}
        </div>
      }
    >
      <Link to={`/jobs/${data.id}/many`} className={styles.many}>
        Many at once
      </Link>
    </LineField>
  );
}

function Card({
  opening,
  tallest,
  actions,
}: {
  opening: ListedOpening;
  tallest: number;
  actions: ReturnType<typeof useBoardActions>;
}) {
  const { brief } = opening;
  const level = brief.worst?.level;
  const flags = (["stop", "check"] as const).filter((l) => brief.counts[l]);
  const title = opening.mark || "no mark";
  return (
    <li>
      <Link to={`/openings/${opening.id}`} className="card" data-level={level}>
        <Silhouette of={brief.silhouette} height={176} tallest={tallest} />
        <span className={styles.cardMark}>{title}</span>
        <span className={styles.cardRoom}>{opening.room || "room not named"}</span>
        <span className={styles.cardSize}>
          <WithFractions text={brief.leaf ?? "no leaf yet"} />
        </span>
        <span className={styles.cardRo}>
          RO <WithFractions text={brief.ro ?? "waits"} />
        </span>
        <span className={styles.cardState}>
          {brief.errors.length > 0 && (
            <span className="chip stop" title={brief.errors.map((e) => e.reason).join("; ")}>
              Cannot be
            </span>
          )}
          {flags.map((l) => (
            <span key={l} className={`chip ${l}`}>
              {l === "stop" ? "Stop" : "Check"} {brief.counts[l]}
            </span>
          ))}
          {opening.done.length > 0 && (
            <span className={clsx("chip", opening.holds ? "done" : "check")}>
              {!opening.holds
                ? "signed off, changed since"
                : ({ framed: "framed", set: "set", signed: "signed off" } as Record<string, string>)[
                    opening.done.at(-1)!
                  ]}
            </span>
          )}
          {brief.stage !== "ready" && <span className="chip missing">{STAGE[brief.stage]}</span>}
          {brief.stage === "ready" && flags.length === 0 && opening.done.length === 0 && (
            <span className={clsx(styles.ready, "chip")}>figures complete</span>
          )}
        </span>
      </Link>
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <button type="button" className={styles.cardMenu} aria-label={`More for ${title}`}>
            <IconDots size={20} />
          </button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item onClick={() => actions.add.mutate(opening)}>Another like this</Menu.Item>
          <Menu.Item onClick={() => actions.move(opening, -1)}>Earlier in the walk</Menu.Item>
          <Menu.Item onClick={() => actions.move(opening, 1)}>Later in the walk</Menu.Item>
          <Menu.Item onClick={() => actions.remove.mutate(opening)}>Take off the board</Menu.Item>
        </Menu.Dropdown>
      </Menu>
    </li>
  );
}
