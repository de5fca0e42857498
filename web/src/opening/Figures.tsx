import type { Catalogue, Result } from "../api/client";
import { within } from "../api/words";
import { FigureLine } from "../slip/FigurePress";
import { useWork } from "../work/context";
import styles from "./Figures.module.css";

type Group = Catalogue["figure_groups"][number];

/** The names a group lists for this opening, known or waiting: # stands for every number there is of a family. */
function listed(group: Group, result: Result, waiting: Map<string, unknown>): string[] {
  const known = (name: string) => name in result.figures || waiting.has(name);
  const all = group.figures.flatMap((name) => {
    if (!name.endsWith("#")) return [name];
    const stem = name.slice(0, -1);
    const number = (of: string) => Number(of.slice(stem.length));
    return Object.keys(result.figures)
      .filter((of) => of.startsWith(stem) && /^\d+$/.test(of.slice(stem.length)))
      .sort((a, b) => number(a) - number(b));
  });
  return all.filter((name) => known(name) && !result.figures[group.unless[name] ?? ""]);
}

/** The figures of this opening, those of the stage first; press one for the slip that says how it adds up. */
export function Figures() {
  const { result, errors, stage, catalogue } = useWork();
  if (!result) return errors.length > 0 ? null : <p className="quiet">Working it out…</p>;
  const waiting = new Map(result.waiting.map((w) => [w.name, w]));
  const groups = catalogue.figure_groups
    .map((group) => ({ ...group, names: listed(group, result, waiting) }))
    .filter((group) => group.names.length > 0);
  // what only this stage asks for stands before what every stage is about
  const first = groups.filter((group) => group.first.includes(stage)).sort((a, b) => a.first.length - b.first.length);
  const rest = groups.filter((group) => !group.first.includes(stage));
  const count = rest.reduce((sum, group) => sum + group.names.length, 0);
  const list = (some: typeof groups) =>
    some.map((group) => (
      <div key={group.title}>
        <h2>{group.title}</h2>
        <ul>
          {group.names.map((name) => (
            <li key={name}>
              <FigureOrWait name={name} waits={waiting.get(name)} />
            </li>
          ))}
        </ul>
      </div>
    ));
  // before anything is known there is nothing to list
  if (groups.every((group) => group.names.every((name) => !result.figures[name]))) return null;
  return (
    <section className={styles.figures} aria-label="Figures">
      {list(first)}
      {rest.length > 0 && (
        <details className={styles.rest}>
          <summary>{count === 1 ? "One more figure" : `${count} more figures`}</summary>
          {list(rest)}
        </details>
      )}
    </section>
  );
}

function FigureOrWait({ name, waits }: { name: string; waits: Result["waiting"][number] | undefined }) {
  const { result } = useWork();
  if (!waits || result?.figures[name]) return <FigureLine name={name} />;
  return (
    <span className="figure waits">
      <span>{waits.label}</span>
      <span className="quiet">waits on {waits.on.map((m) => within(m.label)).join(", ")}</span>
    </span>
  );
}
