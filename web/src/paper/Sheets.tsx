import { Checkbox, NativeSelect } from "@mantine/core";
import clsx from "clsx";

import type { JobPageData, SheetOf } from "../api/client";
import { useShow } from "../app/show";
import { useInAddress } from "../app/useInAddress";
import { Choose } from "./Choose";
import { numbers } from "./numbers";
import styles from "./PaperPage.module.css";

const SHEETS: Record<SheetOf, string> = {
  card: "Work card",
  cut: "Cut list",
  set: "Set sheet",
  saw: "At the saw",
  buy: "To buy",
};
const PAPER = [
  { value: "a4", label: "A4" },
  { value: "letter", label: "Letter" },
];

/** Sheets of chosen openings and of the job, in one run with page numbers and a code on every page. */
export function Sheets({ id, job }: { id: number; job: JobPageData }) {
  const show = useShow();
  const [of, setOf] = useInAddress("sheets", "card.cut");
  const [openings, setOpenings] = useInAddress("for", job.openings.map((one) => one.id).join("."));
  const [paper, setPaper] = useInAddress("sheet", "a4");
  const wanted = of.split(".").filter((one): one is SheetOf => one in SHEETS);
  const chosen = numbers(openings);
  const own = wanted.some((one) => one !== "saw" && one !== "buy");
  const count = wanted.length > 0 && (!own || chosen.length > 0);
  const query = new URLSearchParams({
    paper,
    ...(show.unit && { unit: show.unit }),
    ...(show.words && { words: show.words }),
  });
  wanted.forEach((one) => query.append("of", one));
  if (chosen.length < job.openings.length) chosen.forEach((one) => query.append("openings", String(one)));
  return (
    <section className={clsx(styles.choices, styles.sheets)} aria-label="Sheets in one go">
      <fieldset className={styles.kinds}>
        <legend>Sheets</legend>
        {(Object.keys(SHEETS) as SheetOf[]).map((one) => (
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
        <Choose
          label="Sheets for"
          all={job.openings.map((one) => ({ id: one.id, name: one.mark || "no mark" }))}
          chosen={chosen}
          choose={(ids) => setOpenings(ids.join(".") || "none")}
        />
      )}
      <div className={styles.print}>
        <NativeSelect label="Sheet" data={PAPER} value={paper} onChange={(e) => setPaper(e.currentTarget.value)} />
        {count && (
          <a className={styles.get} href={`/api/jobs/${id}/sheets.pdf?${query.toString()}`}>
            PDF of the sheets
          </a>
        )}
        <p className="quiet">The code on every page opens what it shows, and says whether the page is still true.</p>
      </div>
    </section>
  );
}
