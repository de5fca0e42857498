import { useEffect, useState } from "react";

import styles from "./Here.module.css";
import { useChangedBy, useHere } from "./live";

const SHOWN = 8000; // ms that a change stays told

/** Who else is at an opening, and what they changed just now. */
export function Here({ job, opening }: { job: number; opening: number }) {
  const names = useHere(job)[String(opening)] ?? [];
  const changed = useChangedBy(opening);
  const [told, tell] = useState<number | null>(null);
  const line = changed?.line;
  useEffect(() => {
    if (line === undefined) return;
    const timer = setTimeout(() => tell(line), SHOWN);
    return () => clearTimeout(timer);
  }, [line]);
  const now = changed && changed.line !== told;
  if (names.length === 0 && !now) return null;
  return (
    <p className={styles.here} role="status">
      {names.length > 0 && (
        <span>
          <b>{names.join(", ")}</b> {names.length === 1 ? "is" : "are"} here too
        </span>
      )}
      {now && (
        <span>
          <b>{changed.who || "Somebody"}</b> changed this just now
        </span>
      )}
    </p>
  );
}
