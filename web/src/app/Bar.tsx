import { NativeSelect, SegmentedControl } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";

import type { Job, Region } from "../api/client";
import { useShow, useShown } from "./show";
import styles from "./Bar.module.css";

const WORDS: { value: Region; label: string }[] = [
  { value: "north_america", label: "N. American" },
  { value: "britain", label: "British" },
  { value: "australia", label: "Australian" },
];

/** The bar over every view: where you are, what state it is in, and the unit and word switches. */
export function Bar({ trail, children, job }: { trail?: ReactNode; children?: ReactNode; job?: Job }) {
  const show = useShow();
  const shown = useShown(job);
  return (
    <header className="bar">
      <Link to="/" className={styles.barName} aria-label="Jambo, all jobs">
        <svg width="22" height="26" viewBox="0 0 22 26" aria-hidden="true">
          <path d="M3 26V3h16v23" fill="none" stroke="currentColor" strokeWidth="5" />
        </svg>
        <span>Jambo</span>
      </Link>
      <nav className={styles.barTrail} aria-label="Where you are">
        {trail}
      </nav>
      <div className={styles.barTools}>{children}</div>
      {job && (
        <div className={styles.barShow}>
          <SegmentedControl
            aria-label="Unit shown"
            size="sm"
            value={shown.unit}
            onChange={(value) => show.setUnit(value)}
            data={[
              { value: "in", label: "in" },
              { value: "mm", label: "mm" },
            ]}
          />
          <NativeSelect
            aria-label="Words for the parts"
            size="sm"
            value={shown.words}
            onChange={(event) => show.setWords(event.currentTarget.value as Region)}
            data={WORDS}
          />
        </div>
      )}
    </header>
  );
}
