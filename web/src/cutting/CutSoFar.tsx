import { Button } from "@mantine/core";

import { NotSentHere } from "../outbox/NotSent";
import { WithFractions } from "../tape/Digits";
import styles from "./CutSoFar.module.css";
import type { CuttingWork } from "./useCutting";

/** The sticks that were cut, newest first; each can be taken back while nothing was cut from what it left. */
export function CutSoFar({ work }: { work: CuttingWork }) {
  const sticks = work.cut.data ?? [];
  if (sticks.length === 0) return null;
  return (
    <details className="more">
      <summary>Cut so far: {sticks.length === 1 ? "1 stick" : `${sticks.length} sticks`}</summary>
      <ul className={styles.sticks}>
        {sticks.map((stick) => (
          <li key={stick.id}>
            <p>
              <strong>
                <WithFractions text={stick.length} />
              </strong>{" "}
              <WithFractions text={stick.pieces.join(", ").toLowerCase()} />
              <span className="quiet">
                {" "}
                <WithFractions text={`${stick.left} left${stick.kept ? ", into the rack" : ""}`} /> ·{" "}
                {[
                  stick.who,
                  new Date(stick.at).toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" }),
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
            </p>
            <Button
              variant="default"
              size="compact-md"
              disabled={work.takeBack.isPending}
              aria-label={`Not cut after all: ${stick.pieces.join(", ")}`}
              onClick={() => work.takeBack.mutate({ line: stick.id, said: `not cut: ${stick.pieces.join(", ")}` })}
            >
              Not cut
            </Button>
            <NotSentHere of={{ kind: "stick back", line: stick.id }} />
          </li>
        ))}
      </ul>
    </details>
  );
}
