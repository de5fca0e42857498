import { Checkbox, NativeSelect } from "@mantine/core";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";

import { api, ask, type JobPageData, type PaperStrip } from "../api/client";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { Only } from "../app/Only";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { taken } from "../app/takeFile";
import { useInAddress } from "../app/useInAddress";
import { useJob } from "../app/useJob";
import { Choose } from "./Choose";
import { Habits } from "./Habits";
import { Making } from "./Making";
import { numbers } from "./numbers";
import styles from "./PaperPage.module.css";
import { Sheets } from "./Sheets";
import { StripPreview } from "./StripPreview";
import { useTrueSize } from "./TrueSize";

type Paper = "roll" | "a4" | "a3" | "letter" | "legal";
const SHEETS: { value: Paper; label: string }[] = [
  { value: "roll", label: "One long page, for a roll" },
  { value: "a4", label: "A4 sheets" },
  { value: "a3", label: "A3 sheets" },
  { value: "letter", label: "Letter sheets" },
  { value: "legal", label: "Legal sheets" },
];

/** What of a job goes on paper at full size: strips of openings and walls, looked at first and then printed. */
export function PaperPage() {
  const id = Number(useParams().jobId);
  const job = useJob(id);
  return (
    <>
      <JobBar id={id} job={job.data?.job} title="Paper" />
      <main className="page">
        {job.isError && <Problem error={job.error} retry={() => void job.refetch()} />}
        {job.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the job…
          </p>
        )}
        {job.data?.openings.length === 0 && job.data.walls.length === 0 && (
          <Empty like="sticks">No opening yet: strips are drawn from what openings and walls measure.</Empty>
        )}
        {job.data && job.data.openings.length + job.data.walls.length > 0 && <Strips id={id} job={job.data} />}
        {job.data && job.data.openings.length > 0 && <Sheets id={id} job={job.data} />}
        <Only may="GET /api/jobs/{job_id}/file">
          <section className={styles.whole} aria-label="The whole job">
            <a className={styles.get} href={`/api/jobs/${id}/file`}>
              The whole job as a file
            </a>
            <p className="quiet">
              Everything that is known of it: every version, reading and line of the record, orders, times and
              photographs. Another Jambo brings it in on its first page; the crew’s own rules and the stock book are
              habits.
            </p>
          </section>
          <Habits job={id} />
        </Only>
      </main>
    </>
  );
}

function Strips({ id, job }: { id: number; job: JobPageData }) {
  const show = useShow();
  const first = job.openings[0];
  const [openings, setOpenings] = useInAddress("openings", first ? String(first.id) : "");
  const [walls, setWalls] = useInAddress("walls", first ? "" : String(job.walls[0]?.id ?? ""));
  const [left, leave] = useInAddress("without", "");
  const [paper, setPaper] = useInAddress("paper", "roll");
  const size = useTrueSize();
  const shown = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  // an address that was kept, or printed, may name what is off the board by now
  const here = (ids: string, all: { id: number }[]) => numbers(ids).filter((id) => all.some((one) => one.id === id));
  const chosen = { openings: here(openings, job.openings), walls: here(walls, job.walls), ...shown };
  const strips = useQuery({
    queryKey: ["job", id, "strips", chosen],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/strips", { params: { path: { job_id: id }, query: chosen } })),
    placeholderData: keepPreviousData,
  });
  const all = strips.data?.strips ?? [];
  const kinds = new Map(all.map((strip) => [strip.of, strip.called]));
  const gone = new Set(left.split(".").filter(Boolean));
  const wanted = all.filter((strip) => !gone.has(strip.of));
  return (
    <>
      <section className={styles.choices} aria-label="What is drawn">
        <Choose
          label="Openings"
          all={job.openings.map((one) => ({ id: one.id, name: one.mark || "no mark" }))}
          chosen={chosen.openings}
          choose={(ids) => setOpenings(ids.join(".") || "none")}
        />
        <Choose
          label="Walls"
          all={job.walls.map((one) => ({ id: one.id, name: one.wall.name || "no name" }))}
          chosen={chosen.walls}
          choose={(ids) => setWalls(ids.join("."))}
        />
        <fieldset className={styles.kinds}>
          <legend>Strips</legend>
          {[...kinds].map(([of, called]) => (
            <Checkbox
              key={of}
              label={called}
              checked={!gone.has(of)}
              onChange={() => {
                if (!gone.delete(of)) gone.add(of);
                leave([...gone].join("."));
              }}
            />
          ))}
        </fieldset>
        <div className={styles.print}>
          <NativeSelect label="Paper" data={SHEETS} value={paper} onChange={(e) => setPaper(e.currentTarget.value)} />
          {wanted.length > 0 && (
            <Making
              label={wanted.length === 1 ? "PDF, 1 strip" : `PDF, ${wanted.length} strips`}
              make={(signal) =>
                ask(
                  api.GET("/api/jobs/{job_id}/strips/steps", {
                    params: { path: { job_id: id }, query: { ...of(wanted), ...shown, paper: paper as Paper } },
                    parseAs: "stream",
                    signal,
                  }),
                )
              }
            />
          )}
          <p className="quiet">Print it at 100 %, then lay the tape on the bar of a sheet.</p>
          <Drawings
            of={[
              ...named("openings", job.openings, ({ mark }) => mark || "no mark", chosen.openings).flatMap((one) => [
                one,
                ...(strips.data?.views ?? [])
                  .filter(({ opening }) => opening === one.id)
                  .map(({ view }) => ({ ...one, only: view, name: `${one.name}: ${view} alone` })),
              ]),
              ...named("walls", job.walls, ({ wall }) => wall.name || "no name", chosen.walls),
            ]}
          />
        </div>
      </section>
      {strips.isError && <Problem error={strips.error} retry={() => void strips.refetch()} />}
      {strips.data && strips.data.without.length > 0 && (
        <p className="quiet">Nothing to draw yet for {strips.data.without.join(", ")}: their figures wait for facts.</p>
      )}
      {size.card}
      <div className={styles.preview} tabIndex={0} role="region" aria-label="How they look, at true size">
        {wanted.map((strip) => (
          <StripPreview
            key={`${strip.of} ${strip.opening ?? ""} ${strip.wall ?? ""}`}
            strip={strip}
            scale={size.scale}
          />
        ))}
      </div>
    </>
  );
}

interface Drawn {
  id: number;
  at: string;
  name: string;
  only?: string;
}

function named<T extends { id: number }>(kind: string, all: T[], name: (one: T) => string, chosen: number[]): Drawn[] {
  const wanted = all.filter(({ id }) => chosen.includes(id));
  return wanted.map((one) => ({ id: one.id, at: `/api/${kind}/${one.id}/drawing.`, name: name(one) }));
}

const ENDINGS = [
  { value: "dxf", label: "DXF, in the job’s unit" },
  { value: "pdf", label: "PDF, on a sheet of A3" },
  { value: "svg", label: "SVG" },
  { value: "png", label: "PNG" },
];

/** Each chosen opening and wall as a drawing. */
function Drawings({ of }: { of: Drawn[] }) {
  const [ending, setEnding] = useInAddress("drawn", "dxf");
  const { unit, words } = useShow();
  if (of.length === 0) return null;
  return (
    <section aria-label="Drawings">
      <NativeSelect label="Drawings" data={ENDINGS} value={ending} onChange={(e) => setEnding(e.currentTarget.value)} />
      <ul className={styles.drawings}>
        {of.map(({ at, name, only }) => {
          const asked = new URLSearchParams({ ...(unit && { unit }), ...(words && { words }), ...(only && { only }) });
          return (
            <li key={at + (only ?? "")}>
              <a {...taken(`${at}${ending}?${asked}`, `The drawing of ${name}`)}>{name}</a>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Whose strips, and which. */
const of = (strips: PaperStrip[]) => ({
  openings: [...new Set(strips.flatMap((strip) => strip.opening ?? []))],
  walls: [...new Set(strips.flatMap((strip) => strip.wall ?? []))],
  of: [...new Set(strips.map((strip) => strip.of))],
});
