import clsx from "clsx";
import { type ReactNode, useState } from "react";

interface Props {
  summary: ReactNode;
  open?: boolean;
  className?: string;
  children: ReactNode;
}

/** What is seldom asked, behind one line: made when it is first opened, and from then on it keeps what was typed in it. */
export function More({ summary, open = false, className, children }: Props) {
  const [seen, see] = useState(open);
  return (
    <details
      className={clsx("more", className)}
      open={open || undefined}
      onToggle={(event) => event.currentTarget.open && see(true)}
    >
      <summary>{summary}</summary>
      {(seen || open) && children}
    </details>
  );
}
