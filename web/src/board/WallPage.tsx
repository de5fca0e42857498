import "./board.css";
import "../drawing/drawing.css";

import { Button, NativeSelect, Switch } from "@mantine/core";
import { useElementSize, useHotkeys } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconPlus, IconPrinter } from "@tabler/icons-react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useCallback, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";

import { ApiProblem, api, ask, type Position, type WallLayout, type WallPageData } from "../api/client";
import { JobBar } from "../app/JobBar";
import { UndoRedo } from "../app/UndoRedo";
import { Unreadable } from "../app/Mend";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import { WrittenBy } from "../app/Only";
import { useMay } from "../app/useMe";
import { useSteady } from "../app/useSteady";
import { SvgDigits } from "../drawing/SvgDigits";
import { spread, standingNear } from "../drawing/spread";
import { useSlide } from "../drawing/useSlide";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { WithFractions } from "../tape/Digits";
import { Places } from "./Places";
import { type Told, Typed } from "./Typed";
import { useWall } from "./useWall";
import { WallFacts } from "./WallFacts";
import styles from "./WallPage.module.css";

const WRITES = "PUT /api/walls/{wall_id}";
const PAD = { side: 26, top: 30, tape: 96 };

/** One wall with all its openings: moved by pointer, keys or any of their marks; what clashes says so where it is. */
export function WallPage() {
  const id = Number(useParams().wallId);
  const client = useQueryClient();
  const navigate = useNavigate();
  const mine = useMay(WRITES);
  const [chosen, choose] = useState<number | null>(null);
  const wall = useWall(id);
  const { page, data } = wall;
  const change = useSteady(wall.change);
  const tell = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  const add = useMutation({
    mutationFn: () =>
      press(
        {
          of: { kind: "opening", job: page.data!.job.id, wall: id },
          said: `a new opening in ${page.data!.wall.wall.name || "this wall"}`,
          renews: [["job"], ["wall", id]],
        },
        (to) =>
          to.POST("/api/jobs/{job_id}/openings", {
            params: { path: { job_id: page.data!.job.id } },
            body: { wall_id: id, opening: {} },
          }),
      ),
    onSuccess: (made) => {
      void renew(client, ["job"]);
      if (made) void navigate(`/openings/${made.id}/door`, { state: { fresh: true } });
    },
    onError: tell,
  });
  const restore = useMutation({
    mutationFn: (version: number) =>
      ask(api.PUT("/api/walls/{wall_id}/restore", { params: { path: { wall_id: id } }, body: { version } })),
    onSettled: () => renew(client, ["job"]),
    onError: tell,
  });
  const remove = useMutation({
    mutationFn: () =>
      ask(
        api.DELETE("/api/walls/{wall_id}", {
          params: { path: { wall_id: id }, query: { version: page.data!.wall.version } },
        }),
      ),
    onSuccess: () => {
      void renew(client, ["job"]);
      void navigate(`/jobs/${page.data!.job.id}/walls`);
      notifications.show({
        message: (
          <span>
            {page.data!.wall.wall.name || "The wall"} is taken out; the record keeps it.{" "}
            <button type="button" className="link" onClick={() => restore.mutate(page.data!.wall.version)}>
              Put it back
            </button>
          </span>
        ),
      });
    },
    onError: tell,
  });
  useHotkeys(
    [
      ["mod+Z", () => wall.can.undo && wall.travel("undo")],
      ["mod+shift+Z", () => wall.can.redo && wall.travel("redo")],
      ["mod+Y", () => wall.can.redo && wall.travel("redo")],
    ],
    [],
  );
  const job = data?.job.job;
  return (
    <>
      <JobBar
        id={data?.job.id}
        job={job}
        title={data?.wall.wall.name || "Wall without a name"}
        state={
          <span className="save" role="status">
            {{ saved: "Saved", saving: "Saving…", offline: `Not saved yet: ${wall.waits}, trying again` }[wall.state]}
          </span>
        }
      >
        {mine && (
          <>
            <Button
              variant="subtle"
              size="compact-md"
              leftSection={<IconPlus size={18} />}
              disabled={!data}
              loading={add.isPending}
              onClick={() => add.mutate()}
            >
              New opening here
            </Button>
            <UndoRedo {...wall.can} travel={wall.travel} />
            <Button
              component={Link}
              to={`/jobs/${data?.job.id}/paper?openings=none&walls=${id}`}
              variant="subtle"
              size="compact-md"
              leftSection={<IconPrinter size={18} />}
            >
              Plate strip
            </Button>
          </>
        )}
      </JobBar>
      <main className={styles.wallPage}>
        <NotSentHere named of={{ kind: "opening", wall: id }} />
        {page.isError && !data && <Problem error={page.error} retry={() => void page.refetch()} />}
        {page.isPending && (
          <p className="quiet" aria-busy="true">
            Laying out the wall…
          </p>
        )}
        {page.isError && data && (
          <p role="alert" className="error">
            {page.error instanceof ApiProblem ? page.error.message : "The wall cannot be laid out."}
          </p>
        )}
        {data && (
          <>
            <div inert={!mine}>
              <Elevation data={data} chosen={chosen} choose={choose} wall={wall} />
            </div>
            <WrittenBy may={WRITES}>
              <div className={styles.wallSide}>
                <div className={styles.stack}>
                  {data.openings.map(
                    ({ id, version, opening, problem }) =>
                      problem && (
                        <Unreadable
                          key={id}
                          name={opening.mark ?? ""}
                          problem={problem}
                          of={{ what: "opening", id, version }}
                        />
                      ),
                  )}
                  <Flags data={data} choose={choose} />
                  {data.wall.wall.existing && (
                    <Places
                      data={data}
                      chosen={chosen}
                      busy={wall.state !== "saved" || page.isFetching}
                      keep={wall.keep}
                    />
                  )}
                  <div className={styles.pieces}>
                    <Pieces pieces={data.layout.pieces} standing={data.wall.wall.existing ?? false} />
                  </div>
                </div>
                <div className={styles.stack}>
                  <Chosen
                    key={chosen}
                    data={data}
                    chosen={chosen}
                    choose={choose}
                    keep={(opening, position, told) => wall.keep(opening, { position }, told)}
                  />
                </div>
                <div className={styles.stack}>
                  <WallFacts
                    wall={data.wall.wall}
                    job={data.job.job}
                    usual={data.layout.usual}
                    heard={data.layout.heard}
                    timber={data.layout.timber}
                    save={change}
                  />
                  {data.openings.length === 0 && (
                    <Button variant="default" color="red" loading={remove.isPending} onClick={() => remove.mutate()}>
                      Take this wall out of the job
                    </Button>
                  )}
                </div>
              </div>
            </WrittenBy>
          </>
        )}
      </main>
    </>
  );
}

interface Moving {
  data: WallPageData;
  chosen: number | null;
  choose: (id: number) => void;
  wall: ReturnType<typeof useWall>;
}

function Elevation({ data, chosen, choose, wall }: Moving) {
  const { ref, width } = useElementSize();
  const { layout } = data;
  const long = layout.length ?? Math.max(3000, ...layout.openings.map((o) => o.framing_right + 600));
  const tall = Math.max(2400, (layout.height ?? 0) + 60, ...layout.shapes.map((s) => Math.max(s.y0, s.y1)));
  const per = Math.min((width - 2 * PAD.side) / long, 330 / tall);
  const left = (width - long * per) / 2;
  const floor = PAD.top + tall * per;
  const X = (mm: number) => left + mm * per;
  const Y = (mm: number) => floor - mm * per;
  const mark = data.job.job.unit === "mm" ? 1 : 25.4 / 16;
  return (
    <section className={styles.wallElevation} ref={ref} aria-label="The wall">
      {width > 100 && (
        <svg
          width={width}
          height={floor + PAD.tape}
          role="group"
          className={data.wall.wall.studs === "steel" || layout.usual["wall.studs"] === "steel" ? "steel" : undefined}
          aria-label={`Elevation of the wall from side A with ${layout.openings.length} openings.`}
        >
          {layout.shapes.map((s, i) => (
            <g key={i} className={`piece ${s.part}`}>
              {s.part === "ceiling" ? (
                <path className="slope" d={`M${X(s.x0)} ${Y(s.y0)}L${X(s.x1)} ${Y(s.y1)}`} />
              ) : (
                <rect
                  x={X(s.x0)}
                  y={Y(s.y1)}
                  width={Math.max(0.5, (s.x1 - s.x0) * per)}
                  height={Math.max(0.5, (s.y1 - s.y0) * per)}
                />
              )}
            </g>
          ))}
          {layout.services.map((s, i) => (
            <g key={i} className={clsx(styles.service, s.fixed && styles.fixed)}>
              <title>{s.what}</title>
              <rect x={X(s.x0) - 3} y={Y(s.y1) - 3} width={(s.x1 - s.x0) * per + 6} height={(s.y1 - s.y0) * per + 6} />
              <text
                x={Math.min(X(s.x0) + 8, width - 90)}
                y={s.y1 - s.y0 < 300 ? Y(s.y1) - 8 : Y(s.y1) + 20 + 17 * (i % 4)}
              >
                {s.what}
              </text>
            </g>
          ))}
          {layout.fittings.map((f, i) => (
            <g key={i} className={styles.fitting}>
              <title>{`${f.what}, side ${f.side}`}</title>
              <rect x={X(f.x) - 5} y={Y(f.y) - 8} width={10} height={16} />
            </g>
          ))}
          {layout.openings.map((o) => (
            <InWall
              key={o.id}
              opening={o}
              layout={layout}
              long={long}
              chosen={chosen === o.id}
              choose={choose}
              wall={wall}
              mark={mark}
              perPixel={1 / per}
              box={{
                x: X(o.left.mm),
                y: Y(tall),
                width: (o.right.mm - o.left.mm) * per,
                height: floor - Y(tall),
                middle: X(o.centre.mm),
              }}
            />
          ))}
          {layout.flags
            .filter((f) => f.x !== null && f.level !== "note")
            .map((f, i) => (
              <g
                key={i}
                className={clsx(styles.wallFlag, f.level)}
                transform={`translate(${X(f.x!)} ${Y(tall * 0.62) + 26 * i})`}
              >
                <title>{f.reason}</title>
                {f.level === "stop" ? <path d="M-5 -12H5L12 -5V5L5 12H-5L-12 5V-5Z" /> : <circle r="12" />}
                <text y="6">{f.level === "stop" ? "!" : "?"}</text>
              </g>
            ))}
          <Tape layout={layout} X={X} top={floor + 12} left={X(0)} right={X(long)} width={width} chosen={chosen} />
        </svg>
      )}
      {layout.unplaced.length > 0 && (
        <p className="quiet">Without a size or a place on the wall yet: {layout.unplaced.join(", ")}.</p>
      )}
      {layout.refused.length > 0 && <p className="error">Cannot be worked out: {layout.refused.join(", ")}.</p>}
      {layout.openings.length === 0 && layout.unplaced.length === 0 && (
        <p className="empty">No opening stands in this wall yet.</p>
      )}
    </section>
  );
}

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, PageUp: 16, PageDown: -16 };

interface InWallProps {
  opening: WallLayout["openings"][number];
  layout: WallLayout;
  long: number;
  chosen: boolean;
  choose: (id: number) => void;
  wall: ReturnType<typeof useWall>;
  mark: number;
  perPixel: number;
  box: { x: number; y: number; width: number; height: number; middle: number };
}

/** One opening as it is moved along the wall, by pointer or by keys, from tape mark to tape mark. */
function InWall({ opening: o, layout, long, chosen, choose, wall, mark, perPixel, box }: InWallProps) {
  const flags = layout.flags.filter((f) => f.openings.includes(o.id) && f.level !== "note");
  const onMark = (mm: number) => Math.round(mm / mark) * mark;
  const pulled = useSlide({
    at: o.centre.mm,
    perPixel,
    taken: () => choose(o.id),
    to: (mm) => wall.tryPlace(o.id, onMark(mm)),
    done: (mm) => mm !== null && wall.keepPlace(wall.tryPlace(o.id, onMark(mm))),
    lost: wall.forget,
  });
  return (
    <g
      className={clsx(styles.inWall, chosen && styles.chosen, flags.length && flags[0]!.level)}
      role="slider"
      tabIndex={0}
      aria-label={`Opening ${o.name}`}
      aria-valuemin={0}
      aria-valuemax={Math.round(long)}
      aria-valuenow={Math.round(o.centre.mm)}
      aria-valuetext={`centre ${o.centre.text}`}
      onFocus={() => choose(o.id)}
      {...pulled()}
      onKeyDown={(event) => {
        const by = STEPS[event.key];
        if (by === undefined) return;
        event.preventDefault();
        wall.nudge(o.id, (Math.round(wall.standsAt(o.id, o.centre.mm) / mark) + by) * mark);
      }}
    >
      <rect x={box.x} y={box.y} width={box.width} height={box.height} />
      <text x={box.middle} y={box.y - 8}>
        {o.name}
      </text>
    </g>
  );
}

const LABEL = 54;
const FAR = 70; // a label farther from its line is not found by its leader

/** The plate tape of the whole wall; the chosen opening's marks are lettered first when there is no room for all. */
function Tape({
  layout,
  X,
  top,
  left,
  right,
  width,
  chosen,
}: {
  layout: WallLayout;
  X: (mm: number) => number;
  top: number;
  left: number;
  right: number;
  width: number;
  chosen: number | null;
}) {
  const rank = (m: WallLayout["marks"][number]) =>
    m.id !== null && m.id === chosen
      ? 0
      : ["ro_edge", "hole_edge"].includes(m.what)
        ? 1
        : m.what === "wall_end"
          ? 2
          : m.what === "ro_centre"
            ? 3
            : m.what === "king"
              ? 4
              : 5;
  const byWorth = [...layout.marks].sort((a, b) => rank(a) - rank(b));
  const sure = byWorth.filter((m) => rank(m) === 0).length;
  const room = [LABEL, 4, width - 4] as const;
  const lettered = standingNear(
    byWorth.map((m) => X(m.x)),
    sure,
    FAR,
    ...room,
  )
    .map((n) => byWorth[n]!)
    .sort((a, b) => a.x - b.x);
  const places = spread(
    lettered.map((m) => X(m.x)),
    ...room,
  );
  return (
    <g className="plate-tape">
      <rect x={left} y={top} width={right - left} height={22} className={styles.strip} />
      {layout.marks.map((m, i) => (
        <path key={i} className={clsx(styles.tick, m.what === "common" && styles.common)} d={`M${X(m.x)} ${top}v22`} />
      ))}
      {lettered.map((m, i) => (
        <g key={i} className={`mark ${m.what}${m.id !== null && m.id === chosen ? " lit" : ""}`}>
          <path className="leader" d={`M${X(m.x)} ${top + 22}L${places[i]!} ${top + 38}`} />
          <text x={places[i]} y={top + 56} className="value">
            <SvgDigits of={m.read} />
          </text>
          <text x={places[i]} y={top + 72} className="name">
            {{
              wall_end: "end",
              king: "king",
              ro_edge: "RO",
              hole_edge: "hole",
              ro_centre: "centre",
              common: `stud ${m.number}`,
            }[m.what] ?? m.what}
          </text>
        </g>
      ))}
    </g>
  );
}

function Flags({ data, choose }: { data: WallPageData; choose: (id: number) => void }) {
  const { layout } = data;
  if (layout.flags.length === 0)
    return layout.openings.length > 0 ? <p className="clear">Nothing on this wall stands against another.</p> : null;
  return (
    <section className="flags" aria-label="Flags">
      <h2 className="sr">What stands against it</h2>
      <ul>
        {layout.flags.map((f, i) => (
          <li key={i} className={`flag ${f.level}`} data-code={f.code}>
            <h3>{{ stop: "Stop", check: "Check", note: "Note" }[f.level]}</h3>
            <p>{f.reason}</p>
            <p className="cure">
              {f.cure}{" "}
              {f.openings[0] !== undefined && (
                <button
                  type="button"
                  className="link"
                  onClick={() => choose(f.openings[0]!)}
                  aria-label={`Show it: ${f.reason}`}
                >
                  Show it
                </button>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Whether what was typed at a time is the newest of all that was asked of. */
function useNewest() {
  const newest = useRef(0);
  return useCallback((at: number) => {
    newest.current = Math.max(newest.current, at);
    return at === newest.current;
  }, []);
}

/** The chosen opening by any of its marks from the left end; typing one moves it. */
function Chosen({
  data,
  chosen,
  choose,
  keep,
}: {
  data: WallPageData;
  chosen: number | null;
  choose: (id: number) => void;
  keep: (opening: number, position: Position, told?: Told) => void;
}) {
  const show = useShow();
  const isNewest = useNewest();
  const unit = show.unit ?? data.job.job.unit ?? "in";
  const kept = data.openings.find((one) => one.id === (chosen ?? data.layout.openings[0]?.id)) ?? data.openings[0];
  if (!kept) return null;
  const o = data.layout.openings.find((one) => one.id === kept.id);
  const name = kept.opening.mark || `no. ${kept.id}`;
  const standing = data.wall.wall.existing; // there a stud that stands already may serve as king
  const field = (label: string, to: Position["to"], read: { text: string } | undefined) => (
    <Typed
      key={`${kept.id} ${label}`}
      label={label}
      path={`openings[${kept.id}].position.${to}`}
      unit={unit}
      value={read?.text}
      keep={(distance, told, at) => {
        if (!distance) return;
        if (isNewest(at)) keep(kept.id, { ...kept.opening.position, measured_from: "left", to, distance }, told);
        else told.kept(); // another mark was typed since, and heard sooner
      }}
    />
  );
  return (
    <section className={styles.chosen} aria-label="Opening chosen">
      <NativeSelect
        label="Opening, from the left end"
        value={String(kept.id)}
        onChange={(e) => choose(Number(e.currentTarget.value))}
        data={data.openings.map((one) => ({ value: String(one.id), label: one.opening.mark || `no. ${one.id}` }))}
      />
      <div className={styles.triple}>
        {!standing && field("Left king’s line", "near_king", o?.king_left)}
        {field("Left edge", "near_edge", o?.left)}
        {field("Centre", "centre", o?.centre)}
        {field("Right edge", "far_edge", o?.right)}
        {!standing && field("Right king’s line", "far_king", o?.king_right)}
      </div>
      <Switch
        label="Shares studs with its neighbour, as drawn"
        checked={kept.opening.position?.shares ?? false}
        onChange={(e) => keep(kept.id, { ...kept.opening.position, shares: e.currentTarget.checked || undefined })}
      />
      <p className="quiet">
        {o ? (
          <>
            Rough opening <WithFractions text={o.width.text} /> wide. Drag it, or give it the focus and use the arrow
            keys; Page up and down go an inch or so.
          </>
        ) : (
          "It has no place on this wall, or no size yet."
        )}{" "}
        <Link to={`/openings/${kept.id}`}>Open {name}</Link>
      </p>
    </section>
  );
}

function Pieces({ pieces, standing }: { pieces: WallLayout["pieces"]; standing: boolean }) {
  if (standing) return <p className="quiet">The wall stands: what is cut for its openings is on their cut lists.</p>;
  if (pieces.length === 0)
    return <p className="quiet">Give the wall a length and a height: then its studs and plates are counted.</p>;
  return (
    <table className="cuts">
      <caption>The wall’s own pieces; those of its openings are on their cut lists</caption>
      <tbody>
        {pieces.map((p, i) => (
          <tr key={i}>
            <td>{p.count}</td>
            <th scope="row">{p.label}</th>
            <td className="cut-length">
              <WithFractions text={p.length} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
