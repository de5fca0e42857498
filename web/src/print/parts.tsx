import type { ReactNode } from "react";

import type { Catalogue, OpeningPageData, Result } from "../api/client";
import { useLeads } from "../app/useCatalogue";
import { Digits } from "../tape/Digits";
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

/** The figures that lead a page or follow on it, one after the other, large; those the opening has. */
export function Figures({ result, lead }: { result: Result; lead: keyof Catalogue["leads"] }) {
  const names = useLeads()[lead];
  return (
    <dl className={styles.printLeading}>
      {names?.map((name) => {
        const figure = result.figures[name];
        return (
          figure && (
            <div key={name}>
              <dt>{figure.label}</dt>
              <dd>
                <Digits of={figure.value} />
              </dd>
            </div>
          )
        );
      })}
    </dl>
  );
}

/** Short lines under a title, in two columns on paper. */
export function PrintList({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className={styles.printList}>
      <h2>{title}</h2>
      <ul>{children}</ul>
    </section>
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
    <PrintList title={title}>
      {flags.map((flag, i) => (
        <li key={i}>
          <strong>{{ stop: "STOP", check: "Check", note: "Note" }[flag.level]}</strong> {flag.reason} {flag.cure}
        </li>
      ))}
    </PrintList>
  );
}
