import { IconAlertOctagonFilled, IconEye, IconInfoCircle } from "@tabler/icons-react";
import clsx from "clsx";

import type { Flag } from "../api/client";
import { useWork } from "../work/context";
import styles from "./Flags.module.css";

const ICONS = { stop: IconAlertOctagonFilled, check: IconEye, note: IconInfoCircle };
const NAMES = { stop: "Stop", check: "Check", note: "Note" };

/** Facts that cannot stand together: what is wrong, where, and what would do. */
export function Refusals() {
  const { errors, goTo } = useWork();
  const seen = [...new Map(errors.map((e) => [e.path, e])).values()];
  if (seen.length === 0) return null;
  return (
    <section className="flags" aria-label="What cannot be">
      <ul>
        {seen.map((error) => (
          <li key={error.path} className="flag stop">
            <h3>
              <IconAlertOctagonFilled size={18} aria-hidden="true" /> This cannot be
            </h3>
            <p>{error.reason}.</p>
            <p className="cure">
              Accepted: {error.accepted}.{" "}
              <button
                type="button"
                className="link"
                onClick={() => goTo(error.path)}
                aria-label={`Go there: ${error.reason}`}
              >
                Go there
              </button>
            </p>
          </li>
        ))}
      </ul>
      <p className={clsx(styles.refusedNote, "quiet")}>
        The figures below are from before this change, which is not saved.
      </p>
    </section>
  );
}

/** What is still to say, then the stops and checks, worst first, each with its cure and the way to it. */
export function Flags() {
  const { result, goTo } = useWork();
  if (!result) return null;
  return (
    <section className="flags" aria-label="Flags">
      {result.missing.length > 0 && (
        <div className="missing">
          <h2>Still to say</h2>
          <ul>
            {result.missing.map((m) => (
              <li key={m.path}>
                <button type="button" className="link" onClick={() => goTo(m.path)}>
                  {m.label}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {result.flags.every((f) => f.level === "note") && result.missing.length === 0 && (
        <p className="clear">Nothing stands against cutting.</p>
      )}
      <FlagList flags={result.flags.filter((f) => f.level !== "note")} />
    </section>
  );
}

/** Things to know and the usual cautions; they stand below the figures. */
export function Notes() {
  const { result } = useWork();
  const notes = result?.flags.filter((f) => f.level === "note") ?? [];
  return notes.length > 0 ? (
    <section className="flags" aria-label="Notes and cautions">
      <FlagList flags={notes} />
    </section>
  ) : null;
}

function FlagList({ flags }: { flags: Flag[] }) {
  const { goTo, light } = useWork();
  return (
    <ul>
      {flags.map((flag, i) => {
        const Icon = ICONS[flag.level];
        return (
          <li
            key={`${flag.code}-${i}`}
            className={`flag ${flag.level}`}
            data-code={flag.code}
            onPointerEnter={() => light(flag.figures[0] ?? null)}
            onPointerLeave={() => light(null)}
          >
            <h3>
              <Icon size={18} aria-hidden="true" /> {NAMES[flag.level]}
            </h3>
            <p>{flag.reason}</p>
            <p className="cure">
              {flag.cure}{" "}
              {flag.path && (
                <button
                  type="button"
                  className="link"
                  onClick={() => goTo(flag.path, flag.path.startsWith("survey") ? flag.stage : undefined)}
                  aria-label={`Go there: ${flag.cure}`}
                >
                  Go there
                </button>
              )}
            </p>
          </li>
        );
      })}
    </ul>
  );
}
