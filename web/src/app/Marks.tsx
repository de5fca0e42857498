import { useState } from "react";

import { usePrinting } from "./usePrinting";

const FIRST = 24;

/** Whose something is: of very many doors the first, and all of them by a press and on paper. */
export function Marks({ of }: { of: string[] }) {
  const [all, setAll] = useState(false);
  const printing = usePrinting();
  if (all || printing || of.length <= FIRST + 1) return of.join(", ");
  return (
    <>
      {of.slice(0, FIRST).join(", ")}{" "}
      <button type="button" className="link" style={{ minHeight: 44 }} onClick={() => setAll(true)}>
        and {of.length - FIRST} more
      </button>
    </>
  );
}
