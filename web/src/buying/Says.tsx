import type { Verdict } from "../api/client";
import { WithFractions } from "../tape/Digits";
import styles from "./Says.module.css";

const SAID = { planned: "As planned", will_do: "Will do", wrong: "Wrong" };
const MARK = { planned: "✓", will_do: "≈", wrong: "✕" };

interface Props {
  verdicts: Verdict[];
}

/** Verdicts that say the same of several openings are said once. */
function alike(verdicts: Verdict[]): [Verdict, string[]][] {
  const found = new Map<string, [Verdict, string[]]>();
  for (const one of verdicts) {
    const key = JSON.stringify([one.level, one.findings]);
    const [, marks] = found.get(key) ?? found.set(key, [one, []]).get(key)!;
    marks.push(one.mark);
  }
  return [...found.values()];
}

/** What a check comes to: the verdict in a word, and each reason with its cure. */
export function Says({ verdicts }: Props) {
  return (
    <ul className={styles.says}>
      {alike(verdicts).map(([one, marks]) => (
        <li key={marks.join()} data-level={one.level}>
          <p>
            <b className={styles.level}>
              <span aria-hidden="true">{MARK[one.level]} </span>
              {SAID[one.level]}
            </b>{" "}
            for {marks.join(", ")}
            {one.level === "will_do" && one.minutes > 0 && <span className="quiet"> · about {one.minutes} min</span>}
          </p>
          <Findings findings={one.findings} />
        </li>
      ))}
    </ul>
  );
}

/** Reasons, each with its cure. */
export function Findings({ findings }: { findings: Verdict["findings"] }) {
  return (
    <ul className={styles.findings}>
      {findings.map((f) => (
        <li key={f.code + f.reason}>
          <WithFractions text={f.reason} />{" "}
          <strong>
            <WithFractions text={f.cure} />
          </strong>
        </li>
      ))}
    </ul>
  );
}
