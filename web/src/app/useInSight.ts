import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState } from "react";

import { usePrinting } from "./usePrinting";

const FEW = 60; // so many are drawn at once without a thought
const AHEAD = 8; // drawn on both sides before they are in sight

/**
 * Which of many rows are drawn: those in sight and some on both sides; on paper all.
 * `likely` is the height of a row in px, until it is measured; what is not drawn is `before` and `after` px high.
 */
export function useInSight<T extends Element>(count: number, likely: number) {
  "use no memo"; // the virtualizer is one object that changes
  const list = useRef<T>(null);
  const [top, setTop] = useState(0);
  const all = usePrinting() || count <= FEW;
  useLayoutEffect(() => setTop(list.current ? list.current.getBoundingClientRect().top + window.scrollY : 0), [count]);
  const rows = useWindowVirtualizer({
    count,
    enabled: !all,
    estimateSize: () => likely,
    overscan: AHEAD,
    scrollMargin: top,
  });
  const items = rows.getVirtualItems();
  if (all) return { list, drawn: Array.from({ length: count }, (_, n) => n), before: 0, after: 0, measure: undefined };
  return {
    list,
    drawn: items.map((item) => item.index),
    before: (items[0]?.start ?? top) - top,
    after: rows.getTotalSize() - ((items.at(-1)?.end ?? top) - top),
    measure: rows.measureElement,
  };
}
