import { IconAlertOctagonFilled, IconCheck, IconEye, IconProgress } from "@tabler/icons-react";
import { type ReactNode, useEffect, useRef } from "react";

import type { Catalogue, OpeningPageData, Result, StageName } from "../api/client";
import styles from "./StageRow.module.css";

type State = NonNullable<Result["states"][StageName]>;

const SAID: Record<State, string> = {
  nothing: "nothing yet",
  under_way: "under way",
  clear: "clear",
  check: "to check",
  stop: "has a stop",
};
const MARKS: Record<State, ReactNode> = {
  nothing: null,
  under_way: <IconProgress size={17} aria-hidden="true" />,
  clear: <IconCheck size={17} stroke={3} aria-hidden="true" />,
  check: <IconEye size={17} aria-hidden="true" />,
  stop: <IconAlertOctagonFilled size={17} aria-hidden="true" />,
};

interface Props {
  stages: Catalogue["stages"];
  stage: StageName;
  states: Partial<Record<StageName, State>>;
  go: (stage: StageName) => void;
}

/** The stages of the work in one row, each with how it stands; on a phone the row scrolls under the thumb. */
export function StageRow({ stages, stage, states, go }: Props) {
  const row = useRef<HTMLDivElement>(null);
  const names = stages.map((s) => s.name).join(); // another answer brings the same stages: the row is measured for others alone
  useEffect(() => {
    const tab = row.current?.querySelector<HTMLElement>('[aria-selected="true"]');
    if (tab && row.current) row.current.scrollLeft = tab.offsetLeft - (row.current.clientWidth - tab.clientWidth) / 2;
  }, [stage, names]);
  return (
    <div className={styles.stages} role="tablist" aria-label="Stages" ref={row}>
      {stages.map((s, i) => {
        const state = states[s.name] ?? "nothing";
        return (
          <button
            key={s.name}
            type="button"
            role="tab"
            id={`tab-${s.name}`}
            aria-selected={s.name === stage}
            aria-controls="stage-panel"
            tabIndex={s.name === stage ? 0 : -1}
            data-state={state}
            onClick={() => go(s.name)}
            onKeyDown={(event) => {
              const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
              const to = by && stages[(i + by + stages.length) % stages.length];
              if (to) {
                go(to.name);
                document.getElementById(`tab-${to.name}`)?.focus();
              }
            }}
          >
            <kbd aria-hidden="true">{i + 1}</kbd>
            {s.label}
            {MARKS[state]}
            <span className="sr">, {SAID[state]}</span>
          </button>
        );
      })}
    </div>
  );
}

/** How far the card is: its steps are ticked in the record, which the answer to the facts does not know. */
export function cardState(page: OpeningPageData, result: Result | undefined): { card?: State } {
  const ticked = new Set(page.ticks.map((t) => t.detail.key));
  const steps = result?.steps ?? [];
  if (ticked.size === 0 || steps.length === 0) return {};
  return { card: steps.every((s) => ticked.has(s.key)) ? "clear" : "under_way" };
}
