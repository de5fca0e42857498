import { Button } from "@mantine/core";

import type { FieldError } from "../api/client";
import type { SaveState } from "../work/useDraft";

const SAYS: Record<SaveState, string> = {
  saved: "Saved",
  waiting: "Saving…",
  saving: "Saving…",
  offline: "Not saved", // and why
  refused: "Not saved",
  conflict: "Not saved: changed elsewhere",
};

/** Whether what is on the screen is kept, and what to do when it is not. */
export function SaveMark({
  state,
  waits,
  errors,
  retry,
  goTo,
}: {
  state: SaveState;
  waits: string;
  errors: FieldError[];
  retry: () => void;
  goTo: (path: string) => void;
}) {
  const first = errors[0];
  return (
    <span className="save" data-state={state} role="status">
      {SAYS[state]}
      {state === "offline" && `: ${waits}. Kept in this browser, trying again`}
      {state === "refused" && first && (
        <button type="button" className="link" onClick={() => goTo(first.path)}>
          {first.reason}
        </button>
      )}
      {state === "offline" && (
        <Button size="compact-sm" variant="white" onClick={retry}>
          Try now
        </Button>
      )}
    </span>
  );
}
