import { useElementSize, useMergedRef } from "@mantine/hooks";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type Ref, useLayoutEffect, useRef, useState } from "react";

import type { ListedOpening } from "../api/client";
import { OpeningCard } from "./OpeningCard";
import type { BoardActions } from "./useBoardActions";
import styles from "./CardGrid.module.css";

const NARROWEST = 190; // px of a card; two stand side by side on any phone
const LIKELY_ROW = 262; // px, until a row is measured
const AHEAD = 4; // rows drawn before they are in sight

interface Props {
  ref: Ref<HTMLDivElement>;
  openings: ListedOpening[];
  tallest: number;
  actions: BoardActions;
}

/** Openings in walking order, row by row; of a long walk only the rows in sight, and a few on both sides, are drawn. */
export function CardGrid({ ref, openings, tallest, actions }: Props) {
  "use no memo"; // the virtualizer is one object that changes
  const { ref: measured, width } = useElementSize<HTMLDivElement>();
  const own = useRef<HTMLDivElement>(null);
  const merged = useMergedRef(ref, own, measured);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(own.current?.offsetTop ?? 0), [openings.length]);
  const columns = Math.max(2, Math.floor((width || 1196) / NARROWEST));
  const rows = useWindowVirtualizer({
    count: Math.ceil(openings.length / columns),
    estimateSize: () => LIKELY_ROW,
    overscan: AHEAD,
    scrollMargin: top,
  });

  const go = (to: number, tries = 5) => {
    const card = own.current?.querySelector<HTMLAnchorElement>(`[data-at="${to}"] a.card`);
    if (card) card.focus();
    else if (tries > 0) {
      rows.scrollToIndex(Math.floor(to / columns));
      requestAnimationFrame(() => go(to, tries - 1));
    }
  };
  const arrows = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[event.key];
    const at = document.activeElement?.closest("[data-at]")?.getAttribute("data-at");
    if (by === undefined || at === null || at === undefined) return;
    event.preventDefault();
    if (event.altKey && Math.abs(by) === 1) actions.move(openings[Number(at)]!, by as 1 | -1);
    else go(Math.min(Math.max(Number(at) + by, 0), openings.length - 1));
  };

  return (
    <div
      ref={merged}
      className={styles.rows}
      style={{ height: rows.getTotalSize() }}
      role="list"
      aria-label="Openings"
      onKeyDown={arrows}
    >
      {rows.getVirtualItems().map((row) => (
        <div
          key={row.key}
          ref={rows.measureElement}
          data-index={row.index}
          role="none"
          className={styles.row}
          style={{
            transform: `translateY(${row.start - top}px)`,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          }}
        >
          {openings.slice(row.index * columns, (row.index + 1) * columns).map((opening, i) => (
            <OpeningCard
              key={opening.id}
              at={row.index * columns + i}
              opening={opening}
              tallest={tallest}
              actions={actions}
            />
          ))}
        </div>
      ))}
    </div>
  );
}
