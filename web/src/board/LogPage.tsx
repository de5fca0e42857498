import "./board.css";

import { NativeSelect, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";

import { api, ask, type LogLine } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { same } from "../opening/paths";
import { Digits } from "../tape/Digits";

const WORDS: Record<string, string> = {
  planned: "planned", changed: "plan changed", undone: "plan taken back", redone: "plan brought back", measured: "measured", withdrawn: "reading withdrawn",
  cut: "cut", step: "step done", ordered: "ordered", delivered: "delivered", framed: "framed", set: "set", signed: "signed off", removed: "off the board",
  restored: "back on the board", "walking order": "walk changed", wall: "wall", "wall changed": "wall changed", "floor changed": "floor changed", "job opened": "job opened", "job changed": "job changed", "wall added": "wall added", "wall removed": "wall taken out", "wall restored": "wall put back",
};

const say = (line: LogLine): string => {
  const d = line.detail as Record<string, unknown>;
  const reading = d.reading as { place: string; value: string; toward?: string } | undefined;
  if (reading) return [reading.place.replaceAll("_", " "), reading.value, reading.toward].filter(Boolean).join(", ") + (d.corrects ? " (taken again)" : "");
  if (line.what === "cut") return d.undo ? `${String(d.figure).replaceAll("_", " ")}: not cut after all` : `${String(d.label)} at ${String(d.length)}`;
  if (line.what === "step") return d.undo ? `${String(d.key).replaceAll("-", " ")}: not done after all` : String(d.text);
  if (line.what === "signed") {
    const [before, after] = [d.before, d.after] as Record<string, string>[];
    const moved = Object.entries(after ?? {}).filter(([k, v]) => before?.[k] !== undefined && before[k] !== v);
    const told = moved.map(([k, v]) => `${k.replace("gap_", "").replaceAll("_", " ")} ${before![k]} → ${v}`);
    return [d.note, told.length ? `gaps before and after: ${told.join("; ")}` : "gaps good as first read"].filter(Boolean).join(" · ");
  }
  if (line.what === "moved to another wall") return "its place is measured from that wall’s ends";
  if (line.what === "floor changed") {
    const moved = (d.moved as { figure: string; before: string | null; after: string | null }[]).map((m) => `${m.figure.replaceAll("_", " ")} ${m.before ?? "unknown"} → ${m.after ?? "unknown"}`);
    return [(d.floors as string[]).join(", "), ...moved].join("; ");
  }
  if (d.from && d.to) {
    const [from, to] = [d.from, d.to] as Record<string, unknown>[];
    const moved = [...new Set([...Object.keys(from!), ...Object.keys(to!)])].filter((key) => !same(from![key], to![key]));
    return [to!.name, moved.map((key) => key.replaceAll("_", " ")).join(", ")].filter(Boolean).join(": ");
  }
  if (typeof d.name === "string") return d.name || "without a name";
  if (Array.isArray(d.changed)) return d.changed.length ? d.changed.join(", ") : "nothing in it";
  return String(d.note ?? d.mark ?? "");
};

/** The record of a job: everything that was planned, found, cut, set and signed, newest first; it can be narrowed, never altered. */
export function LogPage() {
  const id = Number(useParams().jobId);
  const [asked, ask_] = useSearchParams();
  const [find, setFind] = useState("");
  const [what, setWhat] = useState("");
  const only = asked.get("opening") ?? "";
  const job = useQuery({ queryKey: ["job", id, null, null], queryFn: () => ask(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })) });
  const log = useQuery({
    queryKey: ["log", id, only, what],
    queryFn: () =>
      ask(
        api.GET("/api/jobs/{job_id}/log", {
          params: { path: { job_id: id }, query: { opening_id: only ? Number(only) : undefined, what: what || undefined } },
        }),
      ),
  });
  const marks = new Map(job.data?.openings.map((o) => [o.id, o.mark || `no. ${o.id}`]));
  const rows = (log.data ?? []).filter((l) => `${say(l)} ${l.who} ${WORDS[l.what] ?? l.what} ${marks.get(l.opening_id ?? 0) ?? ""}`.toLowerCase().includes(find.toLowerCase()));
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Record</h1>
          </>
        }
      />
      <main className="page">
        <div className="board-tools">
          <NativeSelect
            label="Opening"
            value={only}
            onChange={(e) => ask_(e.currentTarget.value ? { opening: e.currentTarget.value } : {})}
            data={[{ value: "", label: "All openings" }, ...[...marks].map(([value, label]) => ({ value: String(value), label }))]}
          />
          <NativeSelect
            label="What"
            value={what}
            onChange={(e) => setWhat(e.currentTarget.value)}
            data={[{ value: "", label: "Everything" }, ...["planned", "changed", "floor changed", "measured", "cut", "step", "framed", "set", "signed"].map((value) => ({ value, label: WORDS[value]! }))]}
          />
          <TextInput label="Find" value={find} onChange={(e) => setFind(e.currentTarget.value)} placeholder="name, place, length" />
        </div>
        {only && <PlannedFoundMade opening={Number(only)} />}
        {log.isPending && <p className="quiet" aria-busy="true">Fetching the record…</p>}
        {log.isError && <Problem error={log.error} retry={() => void log.refetch()} />}
        {log.data && rows.length === 0 && <p className="empty">Nothing of this kind is on record.</p>}
        {rows.length > 0 && (
          <table className="log">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">Who</th>
                <th scope="col">Opening</th>
                <th scope="col">What</th>
                <th scope="col">In words</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((line, n) => (
                <tr key={n} data-what={line.what}>
                  <td>{new Date(`${line.at}Z`).toLocaleString([], { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })}</td>
                  <td>{line.who || "no name"}</td>
                  <td>{line.opening_id !== null && line.opening_id !== undefined ? <Link to={`/openings/${line.opening_id}`}>{marks.get(line.opening_id) ?? `no. ${line.opening_id}`}</Link> : "the job"}</td>
                  <th scope="row">{WORDS[line.what] ?? line.what}</th>
                  <td>{say(line)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
    </>
  );
}

/** What was planned of an opening, what was found, and what was made, side by side. */
function PlannedFoundMade({ opening }: { opening: number }) {
  const show = useShow();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const rows = useQuery({
    queryKey: ["opening", opening, "compared", query],
    queryFn: () => ask(api.GET("/api/openings/{opening_id}/compared", { params: { path: { opening_id: opening }, query } })),
  });
  if (rows.isError) return <p role="alert" className="error">{rows.error.message}</p>;
  if (!rows.data?.length) return rows.data ? <p className="quiet">Nothing was found, cut or set yet that could be held against the plan.</p> : null;
  const digits = (of: (typeof rows.data)[number]["planned"]) => (of ? <Digits of={of} /> : "—");
  return (
    <table className="log compared">
      <caption>Planned, found, made</caption>
      <thead>
        <tr>
          <th scope="col">Measure</th>
          <th scope="col">Planned</th>
          <th scope="col">As found, or first read</th>
          <th scope="col">As made, or last read</th>
        </tr>
      </thead>
      <tbody>
        {rows.data.map((row) => (
          <tr key={row.label} data-differs={row.differs || undefined}>
            <th scope="row">{row.label}</th>
            <td data-label="Planned">{digits(row.planned)}</td>
            <td data-label="Found">{digits(row.found)}</td>
            <td data-label="Made">
              {digits(row.made)} {row.differs && <strong className="differs">differs</strong>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
