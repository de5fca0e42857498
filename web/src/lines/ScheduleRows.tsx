import { Button, NativeSelect, Progress } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconX } from "@tabler/icons-react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import {
  api,
  ask,
  ApiProblem,
  type Catalogue,
  type JobPageData,
  type ScheduleRow,
  type ScheduleTable,
  told,
} from "../api/client";
import { renew } from "../api/renew";
import { useShown } from "../app/show";
import { WithFractions } from "../tape/Digits";
import { useHeld } from "../tape/typed";
import { keepRows } from "./keep";
import { lowered } from "./lowered";
import { wallOf } from "../work/walls";
import { useRows } from "./useRows";
import styles from "./ScheduleRows.module.css";

interface Props {
  job: JobPageData;
  columns: Catalogue["columns"];
  table: ScheduleTable;
  change: (next: ScheduleTable) => void;
  /** Paste or choose anew. */
  again: () => void;
  /** All of it was kept. */
  done: () => void;
}

const TWO_READINGS = "leaf-width-two-readings";
const OWN = "own"; // each opening in a wall of its own

/** A schedule row by row: what was heard in every cell, mended in place; then all of it is kept, or none. */
export function ScheduleRows({ job, columns, table, change, again, done }: Props) {
  const shown = useShown(job.job);
  const client = useQueryClient();
  const navigate = useNavigate();
  const [walls, setWalls] = useHeld<string>("walls", OWN);
  const { read, failure } = useRows(job.id, table.headings, table.rows);
  const doubts = new Map(table.doubts.map((d) => [`${d.row} ${d.column}`, d.reason]));
  const ready = read.filter((r) => r !== undefined);
  const marks = ready.flatMap((r) => r.marks).filter(Boolean);
  const twice = new Set(marks.filter((mark, i) => marks.indexOf(mark) !== i));
  const unsettled = read.filter((r, n) => (r && stands(r)) ?? table.doubts.some((d) => d.row === n)).length;
  const openings = ready.reduce((n, r) => n + r.count, 0);

  const undo = useMutation({
    mutationFn: (ids: number[]) =>
      ask(api.POST("/api/jobs/{job_id}/schedule/undo", { params: { path: { job_id: job.id } }, body: { ids } })),
    onSettled: () => void renew(client, ["job"], ["jobs"]),
    onError: (failure) => notifications.show({ color: "red", message: failure.message }),
  });
  const keep = useMutation({
    mutationFn: () =>
      keepRows(job.id, table, {
        walls: walls === OWN || walls === "one" ? walls : Number(walls),
        typed: { table: JSON.stringify(table) },
      }),
    onSuccess: (kept) => {
      done();
      void renew(client, ["job"], ["jobs"]);
      void navigate(`/jobs/${job.id}`);
      if (!kept) return;
      const { ids } = kept;
      const id = notifications.show({
        autoClose: 12_000,
        message: (
          <span>
            {ids.length === 1 ? "One opening is" : `${ids.length} openings are`} on the board.{" "}
            <button
              type="button"
              className="link"
              onClick={() => {
                notifications.hide(id);
                undo.mutate(ids);
              }}
            >
              Take {ids.length === 1 ? "it" : "all of them"} off again
            </button>
          </span>
        ),
      });
    },
  });

  const settle = (row: number, column: number, text: string) =>
    change({
      ...table,
      rows: table.rows.map((r, n) => (n === row ? r.map((t, c) => (c === column ? text : t)) : r)),
      doubts: table.doubts.filter((d) => d.row !== row || d.column !== column),
    });
  const leaveOut = (row: number) =>
    change({
      ...table,
      rows: table.rows.filter((_, n) => n !== row),
      numbers: table.numbers.filter((_, n) => n !== row),
      doubts: table.doubts.filter((d) => d.row !== row).map((d) => ({ ...d, row: d.row > row ? d.row - 1 : d.row })),
    });
  const about = (column: number, to: string) =>
    change({
      ...table,
      headings: table.headings.map((h, c) =>
        c === column
          ? { ...h, column: (to || null) as typeof h.column }
          : h.column === to && to !== "note"
            ? { ...h, column: null }
            : h,
      ),
    });

  const waits = read.length - ready.length;
  return (
    <section aria-label="The doors as heard" className={styles.schedule}>
      <div className={styles.head}>
        <p>
          {table.rows.length === 1 ? "1 row" : `${table.rows.length} rows`},{" "}
          {openings === 1 ? "1 opening" : `${openings} openings`}
          {unsettled > 0 && <strong> · {unsettled === 1 ? "1 row to settle" : `${unsettled} rows to settle`}</strong>}
        </p>
        <NativeSelect
          label="They stand"
          value={walls}
          onChange={(event) => setWalls(event.currentTarget.value)}
          data={[
            { value: OWN, label: "each in a new wall of its own" },
            { value: "one", label: "all in one new wall" },
            ...job.walls.map((w) => ({
              value: String(w.id),
              label: `in ${w.wall.name || wallOf(job.openings.filter((o) => o.wall_id === w.id).map((o) => o.mark))}`,
            })),
          ]}
        />
        <Button
          onClick={() => keep.mutate()}
          loading={keep.isPending}
          disabled={unsettled > 0 || waits > 0 || table.rows.length === 0}
        >
          Keep all {openings}
        </Button>
        <Button variant="default" onClick={again}>
          Start over
        </Button>
      </div>
      {waits > 0 && !failure && (
        <Progress
          value={(ready.length / Math.max(1, read.length)) * 100}
          aria-label={`${ready.length} of ${read.length} rows read`}
        />
      )}
      {failure && (
        <p role="alert" className="error">
          {failure.message}
        </p>
      )}
      {keep.error instanceof ApiProblem && (
        <p role="alert" className="error">
          Nothing was kept.{" "}
          {keep.error.errors.length ? keep.error.errors.map(told).slice(0, 3).join(" ") : keep.error.message}
        </p>
      )}
      {table.notes.length > 0 && (
        <ul className={styles.notes}>
          {table.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">Row</th>
            {table.headings.map((h, c) => (
              <th key={c} scope="col">
                {h.column === "line" ? (
                  h.text
                ) : (
                  <>
                    {h.text || `column ${c + 1}`}
                    <select
                      aria-label={`What “${h.text || `column ${c + 1}`}” is about`}
                      value={h.column ?? ""}
                      onChange={(event) => about(c, event.currentTarget.value)}
                    >
                      <option value="">kept in the note</option>
                      {Object.entries(columns)
                        .filter(([name]) => name !== "line")
                        .map(([name, label]) => (
                          <option key={name} value={name}>
                            {label[shown.words] ?? name}
                          </option>
                        ))}
                    </select>
                  </>
                )}
              </th>
            ))}
            <th scope="col">RO, {shown.unit}</th>
            <th scope="col">
              <span className="sr">Leave out</span>
            </th>
          </tr>
        </thead>
        {table.rows.map((row, n) => (
          <Row
            key={`${table.numbers[n]}`}
            number={table.numbers[n]!}
            headings={table.headings}
            texts={row}
            read={read[n]}
            doubt={(c) => doubts.get(`${n} ${c}`)}
            twice={twice}
            settle={(c, text) => settle(n, c, text)}
            leaveOut={() => leaveOut(n)}
            inches={(c) =>
              change({ ...table, headings: table.headings.map((h, i) => (i === c ? { ...h, unit: "in" } : h)) })
            }
          />
        ))}
      </table>
    </section>
  );
}

/** Whether something stands against keeping a row. */
const stands = (row: ScheduleRow) => row.errors.length > 0 || row.cells.some((c) => c.reason) || undefined;

interface RowProps {
  number: number;
  headings: ScheduleTable["headings"];
  texts: string[];
  read: ScheduleRow | undefined;
  doubt: (column: number) => string | undefined;
  twice: Set<string>;
  settle: (column: number, text: string) => void;
  leaveOut: () => void;
  /** Bare numbers of a column are inches. */
  inches: (column: number) => void;
}

function Row({ number, headings, texts, read, doubt, twice, settle, leaveOut, inches }: RowProps) {
  const asks = read?.cells.some((c) => c.choices.length > 0);
  // what is asked at its cell need not be said again
  const flags = read?.flags.filter((f) => f.level !== "note" && !(asks && f.code === TWO_READINGS)) ?? [];
  const again = read?.marks.filter((m) => twice.has(m)) ?? [];
  const bad = read && stands(read);
  const told = [
    ...(read?.errors ?? []).map((e) => (
      <span key={e.reason} className="error">
        {e.reason}; {e.accepted}
      </span>
    )),
    ...(read?.needs.length && !bad
      ? [<span key="needs">needs {read.needs.map((m) => lowered(m.label)).join(", ")}</span>]
      : []),
    ...flags.map((f) => (
      <span key={f.code + f.path}>
        <b className={`chip ${f.level}`}>{f.level === "stop" ? "Stop" : "Check"}</b> {f.reason}
      </span>
    )),
    ...(read?.notes ?? []).map((note) => <span key={note}>{note}</span>),
    ...(again.length ? [<span key="twice">mark {again.join(", ")} comes more than once here</span>] : []),
  ];
  return (
    <tbody data-bad={bad ? true : undefined}>
      <tr>
        <th scope="row">{number}</th>
        {texts.map((text, c) => (
          <Cell
            key={c}
            label={`${headings[c]?.text || "column"}, row ${number}`}
            heading={headings[c]?.text ?? ""}
            text={text}
            cell={read?.cells[c]}
            doubt={doubt(c)}
            settle={(next) => settle(c, next)}
            inches={ambiguous(headings[c]) ? () => inches(c) : undefined}
          />
        ))}
        <td className={styles.ro} data-label="RO">
          {read ? read.ro ? <WithFractions text={read.ro.replace(/ (in|mm)$/, "")} /> : "waits" : "…"}
        </td>
        <td className={styles.last}>
          <button type="button" className={styles.out} aria-label={`Leave out row ${number}`} onClick={leaveOut}>
            <IconX size={20} />
          </button>
        </td>
      </tr>
      {told.length > 0 && (
        <tr className={styles.said}>
          <td />
          <td colSpan={texts.length + 2}>{told}</td>
        </tr>
      )}
    </tbody>
  );
}

/** A column whose bare numbers may be inches or feet and inches, until its heading says which. */
const ambiguous = (h: ScheduleTable["headings"][number] | undefined) =>
  (h?.column === "width" || h?.column === "size") && !h.unit;

interface CellProps {
  label: string;
  heading: string;
  text: string;
  cell: ScheduleRow["cells"][number] | undefined;
  doubt: string | undefined;
  settle: (text: string) => void;
  inches: (() => void) | undefined;
}

function Cell({ label, heading, text, cell, doubt, settle, inches }: CellProps) {
  const current = cell?.text === text ? cell : undefined; // an answer to what stood there before says nothing
  const wrong = doubt ?? current?.reason;
  return (
    <td data-label={heading}>
      <input
        aria-label={label}
        aria-invalid={wrong ? true : undefined}
        value={text}
        size={Math.min(18, Math.max(3, text.length))}
        spellCheck={false}
        autoComplete="off"
        onChange={(event) => settle(event.currentTarget.value)}
      />
      {wrong ? (
        <span className="error">
          {wrong}
          {!doubt && current?.accepted ? `; ${current.accepted}` : ""}
          {doubt && text && (
            <button type="button" className="link" onClick={() => settle(text)}>
              Keep {text}
            </button>
          )}
        </span>
      ) : current?.choices.length ? (
        <span className={styles.choices} role="group" aria-label={`Which is it, ${label}?`}>
          {current.choices.map((choice) => (
            <button key={choice.text} type="button" onClick={() => settle(choice.text)}>
              {choice.label}
            </button>
          ))}
          {inches && (
            <button type="button" className={styles.column} onClick={inches}>
              inches, the whole column
            </button>
          )}
        </span>
      ) : current && current.reading !== text ? (
        <span className={styles.reading}>
          <WithFractions text={current.reading} />
        </span>
      ) : null}
    </td>
  );
}
