import { Button } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";

import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { tellRefused } from "../outbox/usePress";
import { within } from "../api/words";
import { useWork } from "../work/context";
import { piecesToCut } from "../work/cuts";
import { WithFractions } from "../tape/Digits";
import styles from "./CutMarks.module.css";

/** Which pieces are cut, at which length and when; a plan that moves after that says so. */
export function CutMarks() {
  const { page, result, took } = useWork();
  const mark = useMutation({
    mutationFn: ({ key, label, undo, count }: { key: string; label: string; undo: boolean; count?: number }) =>
      press(
        {
          of: { kind: "cut", opening: page.id, key },
          said: `${page.opening.mark || "no mark"} ${within(label)} ${undo ? "not cut after all" : count ? `cut, ${count}` : "cut"}`,
          renews: [["opening", page.id], ["job"]],
        },
        (to) =>
          to.POST("/api/openings/{opening_id}/events", {
            params: { path: { opening_id: page.id } },
            body: { what: "cut", key, undo, count },
          }),
      ),
    onSuccess: (next) => next && took(next),
    onError: tellRefused,
  });
  const pieces = result ? piecesToCut(page, result) : [];
  if (pieces.length === 0) return null;
  return (
    <details className="more">
      <summary>
        What is cut: {pieces.filter((p) => p.whole).length} of {pieces.length}
      </summary>
      <ul className={styles.cutMarks}>
        {pieces.map(({ piece: p, done }) => {
          return (
            <li key={p.figure}>
              <span>
                {p.label} <NotSentHere of={{ kind: "cut", opening: page.id, key: p.figure }} />
                {done && (
                  <span className="from">
                    {typeof done.detail.count === "number" && `${done.detail.count} of ${String(done.detail.of)} `}
                    cut at <WithFractions text={String(done.detail.length)} /> ·{" "}
                    {[
                      done.who,
                      new Date(done.at).toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" }),
                    ]
                      .filter(Boolean)
                      .join(" · ")}
                  </span>
                )}
              </span>
              {p.count > 1 && !done && (
                <Button
                  variant="light"
                  size="compact-md"
                  disabled={mark.isPending}
                  aria-label={`Cut one: ${p.label}`}
                  onClick={() => mark.mutate({ key: p.figure, label: p.label, undo: false, count: 1 })}
                >
                  Cut one
                </Button>
              )}
              {typeof done?.detail.count === "number" && (
                <Button
                  variant="light"
                  size="compact-md"
                  disabled={mark.isPending}
                  aria-label={`Cut the rest: ${p.label}`}
                  onClick={() => mark.mutate({ key: p.figure, label: p.label, undo: false })}
                >
                  Cut the rest
                </Button>
              )}
              <Button
                variant={done ? "default" : "light"}
                size="compact-md"
                disabled={mark.isPending}
                aria-label={`${done ? "Not cut after all" : "Cut"}: ${p.label}`}
                onClick={() =>
                  mark.mutate({
                    key: done ? String(done.detail.figure) : p.figure,
                    label: p.label,
                    undo: Boolean(done),
                  })
                }
              >
                {done ? "Not cut" : "Cut"}
              </Button>
            </li>
          );
        })}
      </ul>
    </details>
  );
}
