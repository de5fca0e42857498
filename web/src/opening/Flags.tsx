import { IconAlertOctagonFilled, IconEye, IconInfoCircle } from "@tabler/icons-react";
import clsx from "clsx";

import type { Flag } from "../api/client";
import { useWork } from "../work/context";
import { light } from "../work/pointing";
import { stageOf } from "../work/stageOf";
import { listed } from "../work/walls";
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
            <h2>
              <IconAlertOctagonFilled size={18} aria-hidden="true" /> This cannot be
            </h2>
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

/** What is still needed: of this stage first, the rest one press away. An opening nobody said anything of shouts nothing. */
function Needed() {
  const { result, goTo, stage, catalogue } = useWork();
  if (!result || result.missing.length === 0) return null;
  if (result.states.door === "nothing" && !result.figures.ro_width) {
    return (
      <div className="missing">
        <h2>Start with what hangs</h2>
        <p>
          Type the leaf’s width, or width and height in one: <b>2668</b>, <b>2-6</b>, <b>762</b>. The rough opening
          stands here as soon as it can.
        </p>
      </div>
    );
  }
  const of = (path: string) => stageOf(path, result.stages, catalogue.homes);
  const here = result.missing.filter((m) => of(m.path) === stage);
  const elsewhere = result.missing.filter((m) => of(m.path) !== stage);
  const stages = catalogue.stages.filter((s) => elsewhere.some((m) => of(m.path) === s.name)).map((s) => s.label);
  const list = (missing: typeof here) => (
    <ul>
      {missing.map((m) => (
        <li key={m.path}>
          <button type="button" className="link" onClick={() => goTo(m.path)}>
            {m.label}
          </button>
        </li>
      ))}
    </ul>
  );
  if (here.length === 0) {
    return (
      <details className={clsx(styles.elsewhere, "missing")}>
        <summary>
          Still needed: {elsewhere.length} on {listed(stages)}
        </summary>
        {list(elsewhere)}
      </details>
    );
  }
  return (
    <div className="missing">
      <h2>Still needed</h2>
      {list(here)}
      {elsewhere.length > 0 && (
        <details className={styles.elsewhere}>
          <summary>
            and {elsewhere.length} on {listed(stages)}
          </summary>
          {list(elsewhere)}
        </details>
      )}
    </div>
  );
}

/** What is still needed, then the stops and checks, worst first, each with its cure and the way to it. */
export function Flags() {
  const { result } = useWork();
  if (!result) return null;
  return (
    <section className="flags" aria-label="Flags">
      <Needed />
      <Clear />
      <FlagList flags={result.flags.filter((f) => f.level !== "note")} />
    </section>
  );
}

function Clear() {
  const { result } = useWork();
  // of a hole that stands and that nobody read there is nothing to cut by
  const unread = result?.standing && result.states.survey === "nothing";
  const clear = result?.flags.every((f) => f.level === "note") && result.missing.length === 0 && !unread;
  return clear ? <p className="clear">Clear to cut.</p> : null;
}

/** The same in few lines, for a phone: what stands against this stage in full, all else one press away. */
export function FlagsFirst() {
  const { result, stage, catalogue } = useWork();
  if (!result) return null;
  const flags = result.flags.filter((f) => f.level !== "note");
  const here = flags.filter((f) => f.stage === stage);
  const elsewhere = flags.filter((f) => f.stage !== stage);
  const count = (level: Flag["level"], one: string) => {
    const n = elsewhere.filter((f) => f.level === level).length;
    return n === 0 ? [] : [`${n} ${one}${n === 1 ? "" : "s"}`];
  };
  const stages = catalogue.stages.filter((s) => elsewhere.some((f) => f.stage === s.name)).map((s) => s.label);
  return (
    <section className="flags" aria-label="Flags">
      <FlagList flags={here} />
      {elsewhere.length > 0 && (
        <details className={styles.first} data-level={elsewhere[0]!.level}>
          <summary>
            {listed([...count("stop", "stop"), ...count("check", "check")])} on {listed(stages)}
          </summary>
          <FlagList flags={elsewhere} />
        </details>
      )}
      <Needed />
      <Clear />
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
  const { goTo } = useWork();
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
            <h2>
              <Icon size={18} aria-hidden="true" /> {NAMES[flag.level]}
            </h2>
            <p>{flag.reason}</p>
            <p className="cure">
              {flag.cure}{" "}
              {flag.path && (
                <button
                  type="button"
                  className="link"
                  onClick={() => goTo(flag.path, flag.stage)}
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
