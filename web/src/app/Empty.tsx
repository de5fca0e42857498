import type { ReactNode } from "react";

import styles from "./Empty.module.css";

/** What a page will hold, drawn faintly, as rows of boxes: x, width, and whether it is the strong one. */
const EXAMPLES: Record<string, [number, number, boolean?][][]> = {
  sticks: [
    [
      [0, 78],
      [80, 60],
      [142, 34],
    ],
    [
      [0, 92],
      [94, 92],
    ],
    [
      [0, 40],
      [42, 40],
      [84, 40],
      [126, 22],
    ],
  ],
  heads: [
    [[0, 190]],
    [
      [14, 34, true],
      [66, 34],
      [118, 34, true],
    ],
    [
      [14, 34, true],
      [66, 34],
      [118, 34, true],
    ],
  ],
  weeks: [
    [
      [8, 44, true],
      [120, 30],
    ],
    [
      [54, 36],
      [92, 26],
    ],
    [
      [30, 52],
      [156, 34, true],
    ],
  ],
  lines: [
    [
      [0, 22],
      [28, 120],
    ],
    [
      [0, 22],
      [28, 86],
    ],
    [
      [0, 22],
      [28, 140],
    ],
  ],
};

/** A page with nothing on it yet: what it will hold, and the one act that fills it. */
export function Empty({ like, children }: { like: keyof typeof EXAMPLES; children: ReactNode }) {
  return (
    <div className={`empty ${styles.empty}`}>
      <svg viewBox="0 0 200 66" aria-hidden="true">
        {EXAMPLES[like]!.flatMap((row, y) =>
          row.map(([x, width, strong]) => (
            <rect key={`${x} ${y}`} data-strong={strong} x={x} y={2 + y * 22} width={width} height={15} />
          )),
        )}
      </svg>
      <p>{children}</p>
    </div>
  );
}
