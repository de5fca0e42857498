import type { Catalogue, Result } from "../api/client";
import { FigureLine } from "../slip/FigurePress";
import { useWork } from "../work/context";
import styles from "./Figures.module.css";

type Group = Catalogue["figure_groups"][number];

const READ_STAGES = ["survey", "set", "hang"];

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

/** The figures of this opening; press one for the slip that says how it adds up. */
export function Figures() {
  const { result, errors, stage, catalogue } = useWork();
  if (!result) return errors.length > 0 ? null : <p className="quiet">Working it out…</p>;
  const waiting = new Map(result.waiting.map((w) => [w.name, w]));
  // what follows from readings comes first where that is the question, else after what is planned
  const [read, planned] = [true, false].map((of) => catalogue.figure_groups.filter((group) => group.read === of));
  const groups = READ_STAGES.includes(stage) ? [...read!, ...planned!] : [...planned!, ...read!];
  return (
    <section className={styles.figures} aria-label="Figures">
      {groups
        .map((group) => ({ title: group.title, names: listed(group, result, waiting) }))
        .filter((group) => group.names.length > 0)
        .map((group) => (
          <div key={group.title}>
            <h2>{group.title}</h2>
            <ul>
              {group.names.map((name) => {
                const waits = result.figures[name] ? undefined : waiting.get(name);
                if (!waits) {
                  return (
                    <li key={name}>
                      <FigureLine name={name} />
                    </li>
                  );
                }
                return (
                  <li key={name} className="figure waits">
                    <span>{waits.label}</span>
                    <span className="quiet">waits on {waits.on.map((m) => m.label.toLowerCase()).join(", ")}</span>
                  </li>
                );
              })}
            </ul>
          </div>
        ))}
    </section>
  );
}
