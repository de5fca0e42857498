import { Button } from "@mantine/core";

import { ApiProblem, type JobCutting, told } from "../api/client";
import styles from "./Compared.module.css";
import type { CuttingWork } from "./useCutting";

const sum = (data: JobCutting, of: (s: JobCutting["sections"][number]) => number) =>
  data.sections.reduce((total, s) => total + of(s), 0);

/** What the settings that are tried change, beside what was before; kept or put back. */
export function Compared({ work }: { work: CuttingWork }) {
  const before = work.plan.data;
  const after = work.tried.data;
  const refused = work.tried.error instanceof ApiProblem ? work.tried.error : null;
  const metres = (mm: number) => `${(mm / 1000).toFixed(1)} m`;
  const rows: [string, (data: JobCutting) => string][] = [
    ["Sticks", (d) => String(sum(d, (s) => s.sticks.length))],
    ["End to end", (d) => metres(sum(d, (s) => s.stock_mm))],
    ["To waste", (d) => metres(sum(d, (s) => s.waste_mm))],
    ["Different lengths", (d) => String(sum(d, (s) => s.stock.filter((l) => l.taken).length))],
  ];
  if (before?.cost || after?.cost)
    rows.push([
      after?.unpriced.length ? "Cost of what is priced" : "Cost",
      (d) => (d.cost ? `${d.cost} ${d.currency}` : "not known"),
    ]);
  return (
    <section className={styles.compared} aria-label="What this changes">
      {refused ? (
        <p role="alert" className="error">
          {refused.errors.length ? refused.errors.map(told).join("; ") : refused.message}
        </p>
      ) : (
        before &&
        after && (
          <table>
            <thead>
              <tr>
                <th scope="col">
                  <span className="sr">What</span>
                </th>
                <th scope="col">now</th>
                <th scope="col">tried</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(([label, of]) => (
                <tr key={label} data-moved={of(before) !== of(after) || undefined}>
                  <th scope="row">{label}</th>
                  <td>{of(before)}</td>
                  <td>{of(after)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )
      )}
      <div className="row">
        <Button
          loading={work.save.isPending}
          disabled={Boolean(refused) || work.tried.isFetching}
          onClick={() => work.save.mutate(work.settings)}
        >
          Keep this
        </Button>
        <Button variant="default" onClick={() => work.drop()}>
          Put it back
        </Button>
      </div>
    </section>
  );
}
