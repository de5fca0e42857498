import { Menu } from "@mantine/core";
import { IconDots } from "@tabler/icons-react";
import clsx from "clsx";
import { Link } from "react-router";

import type { ListedOpening } from "../api/client";
import { Only } from "../app/Only";
import { Silhouette } from "../drawing/Silhouette";
import { WithFractions } from "../tape/Digits";
import styles from "./OpeningCard.module.css";
import type { BoardActions } from "./useBoardActions";

/** An opening on the board: its silhouette, what it is called, its size, and how it stands. */
export function OpeningCard({
  at,
  opening,
  tallest,
  actions,
}: {
  /** Which one of those shown it is. */
  at: number;
  opening: ListedOpening;
  tallest: number;
  actions: BoardActions;
}) {
  const { brief } = opening;
  const level = brief.worst?.level;
  const flags = (["stop", "check"] as const).filter((l) => brief.counts[l]);
  const title = opening.mark || "no mark";
  return (
    <div role="listitem" data-at={at} className={styles.item}>
      <Link to={`/openings/${opening.id}`} className="card" data-level={level}>
        <Silhouette of={brief.silhouette} height={112} tallest={tallest} />
        <span className={styles.cardMark}>{title}</span>
        <span className={styles.cardRoom}>{opening.room || "room not named"}</span>
        <span className={styles.cardRo}>
          RO <WithFractions text={brief.ro ?? "waits"} />
        </span>
        <span className={styles.cardSize}>
          <WithFractions text={brief.leaf ?? "no leaf yet"} />
        </span>
        <span className={styles.cardState}>
          {brief.errors.length > 0 && (
            <span className="chip stop" title={brief.errors.map((e) => e.reason).join("; ")}>
              Cannot be
            </span>
          )}
          {flags.map((l) => (
            <span key={l} className={`chip ${l}`}>
              {l === "stop" ? "Stop" : "Check"} {brief.counts[l]}
            </span>
          ))}
          {opening.done.length > 0 && (
            <span className={clsx("chip", opening.holds ? "done" : "check")}>
              {!opening.holds
                ? "signed off, changed since"
                : ({ framed: "framed", set: "set", signed: "signed off" } as Record<string, string>)[
                    opening.done.at(-1)!
                  ]}
            </span>
          )}
          {brief.unsettled && <span className="chip missing">{brief.unsettled}</span>}
          {!brief.unsettled && !brief.errors.length && flags.length === 0 && opening.done.length === 0 && (
            <span className={clsx(styles.ready, "chip")}>ready to frame</span>
          )}
        </span>
      </Link>
      <Only may="POST /api/jobs/{job_id}/openings">
        <Menu position="bottom-end" withinPortal>
          <Menu.Target>
            <button type="button" className={styles.cardMenu} aria-label={`More for ${title}`}>
              <IconDots size={20} />
            </button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Item onClick={() => actions.add.mutate(opening)}>Another like this</Menu.Item>
            <Menu.Item onClick={() => actions.move(opening, -1)}>Earlier in the walk</Menu.Item>
            <Menu.Item onClick={() => actions.move(opening, 1)}>Later in the walk</Menu.Item>
            <Menu.Item onClick={() => actions.remove.mutate(opening)}>Take off the board</Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </Only>
    </div>
  );
}
