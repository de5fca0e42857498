import { IconChevronDown, IconChevronRight } from "@tabler/icons-react";
import { type ReactNode, useState } from "react";

import styles from "./Fold.module.css";
import { useInAddress } from "./useInAddress";
import { usePrinting } from "./usePrinting";

const NONE = "-";

/** Which section of a page is open, one at a time: it stands in the address, so that the way back finds it open. */
export function useFold(first: string | undefined, name = "section") {
  const [asked, setAsked] = useInAddress(name, "");
  const [begun, begin] = useState(first);
  if (begun === undefined && first !== undefined) begin(first); // what is first later closes nothing under anybody's hands
  const open = asked || begun;
  return {
    open,
    of: (key: string) => ({ open: key === open, toggle: () => setAsked(key === open ? NONE : key) }),
  };
}

interface Props {
  label: string;
  title?: ReactNode;
  /** What it comes to, said in its line whether it is open or not. */
  line?: ReactNode;
  open: boolean;
  toggle: () => void;
  children: ReactNode;
}

/** A section in one line, opened by a press; on paper it is always open. What was opened once keeps what was typed in it. */
export function Fold({ label, title = label, line, open, toggle, children }: Props) {
  const printing = usePrinting();
  const [seen, see] = useState(open);
  if (open && !seen) see(true);
  const Mark = open ? IconChevronDown : IconChevronRight;
  return (
    <section className={styles.fold} aria-label={label} data-open={open || undefined}>
      <h2>
        <button
          type="button"
          aria-expanded={open}
          onClick={(event) => {
            const header = event.currentTarget;
            const { top } = header.getBoundingClientRect();
            toggle();
            // where another above closes, what was pressed stays under the finger
            requestAnimationFrame(() => window.scrollBy(0, header.getBoundingClientRect().top - top));
          }}
        >
          <Mark size={20} aria-hidden="true" />
          <span className={styles.title}>{title}</span>
          <span className={styles.line}>{line}</span>
        </button>
      </h2>
      <div className={styles.inside}>{(seen || printing) && children}</div>
    </section>
  );
}
