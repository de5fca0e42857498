import styles from "./Notice.module.css";
import { useBack, useKeptSince } from "./keptPages";

/** Says that the server does not answer, how old what is shown is, and what can be done meanwhile. */
export function Away() {
  const since = useKeptSince();
  useBack();
  if (since === null) return null;
  const at = new Date(since);
  const today = at.toDateString() === new Date().toDateString();
  const said = at.toLocaleString([], today ? { timeStyle: "short" } : { dateStyle: "medium", timeStyle: "short" });
  return (
    <p className={styles.notice} role="status">
      <b>The server does not answer.</b> This is as it was at {said}. What you press is kept and sent when it does; what
      you type is kept, but nothing new is worked out until then.
    </p>
  );
}
