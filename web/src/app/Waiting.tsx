import { useMutationState } from "@tanstack/react-query";

import { ApiProblem } from "../api/client";
import styles from "./Waiting.module.css";

export const PAUSE = 1500; // ms before what met others is asked again
const TIMES = 20;

/** Ask again what met others at the same place; nothing of it was done. */
export const askAgain = (count: number, failure: Error) =>
  failure instanceof ApiProblem && failure.busy && count < TIMES;

/** What waits because others are saving at the same place, while it is asked again by itself. */
export function Waiting() {
  const waits = useMutationState({ filters: { status: "pending", predicate: (one) => one.state.failureCount > 0 } });
  if (waits.length === 0) return null;
  return (
    <p className={styles.waiting} role="status">
      Not saved yet: others are saving at the same place. Yours is tried again by itself.
    </p>
  );
}
