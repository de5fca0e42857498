import type { OpeningPageData, Result } from "../api/client";
import styles from "./parts.module.css";

/** The head of a printed page: mark, room, job, wall, version and day. */
export function PrintHead({ page }: { page: OpeningPageData }) {
  return (
    <header className={styles.printHead}>
      <p className={styles.printMark}>{page.opening.mark || "no mark"}</p>
      <div>
        <p className={styles.printRoom}>{page.opening.room}</p>
        <p>
          {page.job.job.name} · {page.wall.wall.name}
        </p>
        <p>
          Version {page.version} · printed {new Date().toLocaleDateString()}
        </p>
      </div>
    </header>
  );
}

/** What stands against the work, in words; of some stages only, where a page is about those. */
export function PrintFlags({
  result,
  title,
  stages,
  levels,
}: {
  result: Result;
  title: string;
  stages?: string[];
  levels?: string[];
}) {
  const flags = result.flags.filter(
    (f) => (!stages || stages.includes(f.stage)) && (!levels || levels.includes(f.level)),
  );
  if (flags.length === 0) return null;
  return (
    <section className="print-flags">
      <h2>{title}</h2>
      <ul>
        {flags.map((flag, i) => (
          <li key={i}>
            <strong>{{ stop: "STOP", check: "Check", note: "Note" }[flag.level]}</strong> {flag.reason} {flag.cure}
          </li>
        ))}
      </ul>
    </section>
  );
}
