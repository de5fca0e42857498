import { Checkbox, NativeSelect } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";

import { api, ask, type JobPageData, type Wanted } from "../api/client";
import { DayField } from "../app/DayField";
import { useShow } from "../app/show";
import { useInAddress } from "../app/useInAddress";
import { Choose } from "./Choose";
import { Making } from "./Making";
import { numbers } from "./numbers";
import styles from "./PaperPage.module.css";

const SHEETS: Record<Wanted, string> = {
  card: "Work card",
  cut: "Cut list",
  set: "Set sheet",
  wall: "Walls: elevation, tape, who does what",
  strips: "Strips at full size",
  saw: "At the saw",
  buy: "To buy",
  trade: "For other trades",
};
const OF_JOB: Wanted[] = ["saw", "buy", "trade"];
type Paper = "a4" | "letter";
const PAPER: { value: Paper; label: string }[] = [
  { value: "a4", label: "A4" },
  { value: "letter", label: "Letter" },
];
const HERE = ["localhost", "127.0.0.1", "[::1]"];

/** Sheets of chosen openings and of the job, in one run with page numbers and a code on every page. */
export function Sheets({ id, job }: { id: number; job: JobPageData }) {
  const { unit, words } = useShow();
  const [of, setOf] = useInAddress("sheets", "card.cut");
  const [openings, setOpenings] = useInAddress("for", job.openings.map((one) => one.id).join("."));
  const [paper, setPaper] = useInAddress("sheet", "a4");
  const wanted = (Object.keys(SHEETS) as Wanted[]).filter((one) => of.split(".").includes(one));
  const chosen = numbers(openings);
  const own = wanted.some((one) => !OF_JOB.includes(one)) && job.openings.length > 0;
  const query = {
    of: wanted,
    openings: chosen.length < job.openings.length ? chosen : [],
    paper: paper as Paper,
    unit: unit ?? undefined,
    words: words ?? undefined,
  };
  return (
    <section className={clsx(styles.choices, styles.sheets)} aria-label="Sheets in one go">
      <fieldset className={styles.kinds}>
        <legend>Sheets</legend>
        {(Object.keys(SHEETS) as Wanted[]).map((one) => (
          <Checkbox
            key={one}
            label={SHEETS[one]}
            checked={wanted.includes(one)}
            onChange={() =>
              setOf((wanted.includes(one) ? wanted.filter((it) => it !== one) : [...wanted, one]).join(".") || "none")
            }
          />
        ))}
      </fieldset>
      {own && (
        <div>
          <Choose
            label="Sheets for"
            all={job.openings.map((one) => ({ id: one.id, name: one.mark || "no mark" }))}
            chosen={chosen}
            choose={(ids) => setOpenings(ids.join(".") || "none")}
          />
          <Pick job={job} choose={(ids) => setOpenings(ids.join("."))} />
        </div>
      )}
      <div className={styles.print}>
        <NativeSelect label="Sheet" data={PAPER} value={paper} onChange={(e) => setPaper(e.currentTarget.value)} />
        {wanted.length > 0 && (!own || chosen.length > 0) && (
          <Making
            label="PDF of the sheets"
            make={(signal) =>
              ask(
                api.GET("/api/jobs/{job_id}/sheets/steps", {
                  params: { path: { job_id: id }, query },
                  parseAs: "stream",
                  signal,
                }),
              )
            }
          />
        )}
        <p className="quiet">The code on every sheet opens what it shows, and says whether the sheet is still true.</p>
        {HERE.includes(location.hostname) && (
          <p className="quiet">
            Made at this address the codes open on this machine alone. For phones, make the sheets at the address the
            Crew page gives them.
          </p>
        )}
      </div>
    </section>
  );
}

/** Openings by what they have in common: a wall, a room, a phase of the house, a day somebody works at them. */
function Pick({ job, choose }: { job: JobPageData; choose: (ids: number[]) => void }) {
  const day = useMutation({
    mutationFn: (on: string) =>
      ask(api.GET("/api/jobs/{job_id}/day", { params: { path: { job_id: job.id }, query: { day: on } } })),
    onSuccess: (sheet) => {
      const worked = [...new Set(sheet.people.flatMap((one) => one.work.map((work) => work.opening)))];
      if (worked.length > 0) choose(worked);
    },
  });
  const those = (group: string, name: string, is: (one: JobPageData["openings"][number]) => boolean) => {
    const here = job.openings.filter(is);
    return {
      group,
      name: name || `of ${here.map(({ mark }) => mark || "no mark").join(", ")}`,
      ids: here.map(({ id }) => id),
    };
  };
  const some = [
    ...job.walls.map(({ id, wall }) => those("Wall", wall.name ?? "", (one) => one.wall_id === id)),
    ...[...new Set(job.openings.map(({ room }) => room))]
      .filter(Boolean)
      .map((room) => those("Room", room, (one) => one.room === room)),
    ...job.phases.map(({ phase, label }) => those("What is next", label, (one) => one.phase === phase)),
  ].filter(({ ids }) => ids.length > 0);
  return (
    <div className={styles.pick}>
      <NativeSelect
        label="Only those of"
        value=""
        onChange={(e) => choose(some[Number(e.currentTarget.value)]!.ids)}
        data={[
          { value: "", label: "choose", disabled: true },
          ...["Wall", "Room", "What is next"].map((group) => ({
            group,
            items: some.flatMap((one, n) => (one.group === group ? [{ value: String(n), label: one.name }] : [])),
          })),
        ]}
      />
      <DayField
        label="Only those worked at on"
        value={day.variables ?? ""}
        say={(on) => on && day.mutate(on)}
        error={
          day.error?.message ??
          (day.data && day.data.people.length === 0 ? "Nobody works here on that day; the choice stays." : undefined)
        }
      />
    </div>
  );
}
