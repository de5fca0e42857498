import { ActionIcon, NativeSelect, Popover, SegmentedControl } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { IconDots } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link } from "react-router";

import type { Job, Region } from "../api/client";
import { NotSent } from "../outbox/NotSent";
import { Away } from "./Away";
import { useShow, useShown } from "./show";
import { AskWho, Who } from "./Who";
import styles from "./Bar.module.css";

const WORDS: { value: Region; label: string }[] = [
  { value: "north_america", label: "N. American" },
  { value: "britain", label: "British" },
  { value: "australia", label: "Australian" },
];

interface Props {
  trail?: ReactNode;
  /** Whether what is on the screen is kept. */
  state?: ReactNode;
  children?: ReactNode;
  job?: Job;
}

/** The bar over every view: where you are, what state it is in, and the unit and word switches. On a phone it is one line. */
export function Bar({ trail, state, children, job }: Props) {
  const phone = useMediaQuery("(max-width: 900px)", undefined, { getInitialValueInEffect: false });
  const tools = (
    <>
      <div className={styles.barTools}>{children}</div>
      {job && <Shown job={job} />}
      <Who />
    </>
  );
  return (
    <>
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
        {state}
        <NotSent />
        {phone && (children || job) ? (
          <Popover position="bottom-end" withinPortal={false} trapFocus returnFocus>
            <Popover.Target>
              <ActionIcon variant="subtle" size={44} aria-label="More on this page">
                <IconDots />
              </ActionIcon>
            </Popover.Target>
            <Popover.Dropdown className={styles.barMore}>{tools}</Popover.Dropdown>
          </Popover>
        ) : (
          tools
        )}
      </header>
      <Away />
      <AskWho />
    </>
  );
}

/** In which unit and whose words. */
function Shown({ job }: { job: Job }) {
  const show = useShow();
  const shown = useShown(job);
  return (
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
  );
}
