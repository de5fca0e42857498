import { Button } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";

import { api, ask } from "../api/client";
import { useWork } from "../work/context";
import { piecesToCut } from "../work/cuts";
import { WithFractions } from "../tape/Digits";
import styles from "./CutMarks.module.css";

/** Which pieces are cut, at which length and when; a plan that moves after that says so. */
export function CutMarks() {
  const { page, result, took } = useWork();
  const mark = useMutation({
    mutationFn: ({ key, undo, count }: { key: string; undo: boolean; count?: number }) =>
      ask(
        api.POST("/api/openings/{opening_id}/events", {
          params: { path: { opening_id: page.id } },
          body: { what: "cut", key, undo, count },
        }),
      ),
    onSuccess: took,
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
                {p.label}
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
                  onClick={() => mark.mutate({ key: p.figure, undo: false, count: 1 })}
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
                  onClick={() => mark.mutate({ key: p.figure, undo: false })}
                >
                  Cut the rest
                </Button>
              )}
              <Button
                variant={done ? "default" : "light"}
                size="compact-md"
                disabled={mark.isPending}
                aria-label={`${done ? "Not cut after all" : "Cut"}: ${p.label}`}
                onClick={() => mark.mutate({ key: done ? String(done.detail.figure) : p.figure, undo: Boolean(done) })}
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
