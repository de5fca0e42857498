import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { Link } from "react-router";

import { within } from "../api/words";
import { press } from "../outbox/outbox";
import { NotSentHere } from "../outbox/NotSent";
import { tellRefused, useWaiting } from "../outbox/usePress";
import { WithFractions } from "../tape/Digits";
import { Camera, Photos, pressCamera } from "../photos/Photos";
import { StepWords } from "../slip/StepWords";
import { Clock } from "../timing/Clock";
import { useWork } from "../work/context";
import { piecesToCut } from "../work/cuts";
import { Happened } from "./Happened";
import type { StageView } from "./stages";
import styles from "./CardStage.module.css";

/** The work card: the steps in order with this opening's figures, ticked with name and time into the log. */
export function CardStage() {
  const { page, result, took } = useWork();
  const tick = useMutation({
    mutationFn: ({ key, n, undo }: { key: string; n: number; undo: boolean }) =>
      press(
        {
          of: { kind: "step", opening: page.id, key, undo },
          said: `step ${n} of ${page.opening.mark || "no mark"} ${undo ? "not done after all" : "done"}`,
          renews: [["opening", page.id], ["job"]],
          timed: true,
        },
        (to) =>
          to.POST("/api/openings/{opening_id}/events", {
            params: { path: { opening_id: page.id } },
            body: { what: "step", key, undo },
          }),
      ),
    onSuccess: (next) => next && took(next),
    onError: tellRefused,
  });
  const waiting = useWaiting({ kind: "step", opening: page.id });
  const steps = result?.steps ?? [];
  const ticks = new Map(page.ticks.map((t) => [String(t.detail.key), t]));
  const pressed = new Map(waiting.all.map((one) => [String(one.of.key), !one.of.undo]));
  /** Whether a step is done, by what was pressed here last. */
  const isDone = (key: string) => pressed.get(key) ?? ticks.has(key);
  const next = steps.find((s) => !isDone(s.key));
  return (
    <>
      <div className={styles.cardHead}>
        <p>
          <strong>{steps.filter((s) => isDone(s.key)).length}</strong> of {steps.length} steps done
        </p>
        <Button
          component={Link}
          to={`/openings/${page.id}/card-sheet`}
          variant="default"
          leftSection={<IconPrinter size={18} />}
        >
          Card to print
        </Button>
      </div>
      <Clock />
      <ol className={styles.cardSteps}>
        {steps.map((step, n) => {
          const ticked = isDone(step.key);
          const done = ticked ? ticks.get(step.key) : undefined;
          const first = step.part !== steps[n - 1]?.part;
          return (
            <li key={step.key} className={clsx(ticked ? "done" : step === next && styles.next)}>
              {first && <h2>{step.part}</h2>}
              <label>
                <input
                  type="checkbox"
                  data-walk
                  checked={ticked}
                  onChange={(event) => tick.mutate({ key: step.key, n: n + 1, undo: !event.currentTarget.checked })}
                  onKeyDown={(event) => {
                    if (event.key === "Enter") event.currentTarget.click();
                    if (event.key.toLowerCase() === "p" && !event.ctrlKey && !event.metaKey && !event.altKey)
                      pressCamera(event.currentTarget.closest("li"));
                  }}
                />
                <span>
                  <StepWords step={step} n={n + 1} />
                  {done && typeof done.detail.text === "string" && done.detail.text !== step.text && (
                    <span className={styles.stood}>
                      Done as it stood then: <WithFractions text={done.detail.text} />
                    </span>
                  )}
                  <NotSentHere of={{ kind: "step", opening: page.id, key: step.key }} />
                  {done && (
                    <span className="from">
                      {[
                        done.who,
                        new Date(done.at).toLocaleString([], {
                          day: "numeric",
                          month: "short",
                          hour: "2-digit",
                          minute: "2-digit",
                        }),
                      ]
                        .filter(Boolean)
                        .join(" · ")}
                    </span>
                  )}
                </span>
              </label>
              <Camera label={`step ${n + 1}`} of={{ opening: page.id, step: step.key }} byKey />
              <Photos
                label={`step ${n + 1}`}
                photos={page.photos.filter((p) => p.step === step.key)}
                of={{ opening: page.id, step: step.key }}
              />
            </li>
          );
        })}
      </ol>
      {result && !result.standing && <Happened what="framed" label="The opening is framed" />}
      {result?.found.set && <Happened what="set" label="The frame is set" />}
      <SignOff open={steps.filter((s) => !isDone(s.key) && s.key !== "again").length} />
    </>
  );
}

/** The end of the card: what is still open, and the sign-off. */
function SignOff({ open }: { open: number }) {
  const { page, result } = useWork();
  if (!result) return null;
  const flags = result.flags.filter((f) => f.level !== "note");
  const check = result.found.check;
  const swings = result.stages.includes("hang");
  const uncut = piecesToCut(page, result).filter((p) => !p.whole).length;
  const still = [
    ...flags.map((f) => f.reason),
    ...(open ? [`${open} ${open === 1 ? "step" : "steps"} of this card not ticked`] : []),
    ...(uncut ? [`${uncut} ${uncut === 1 ? "piece" : "pieces"} of the cut list not cut`] : []),
    ...(swings && !check ? ["no gap read after setting"] : []),
    ...(check?.unread ?? []).map((place) => `not read: ${within(place)}`),
  ];
  const signed = page.events.find((e) => e.what === "signed");
  const was = (signed?.detail.built ?? {}) as Record<string, string>;
  const moved = Object.keys(was).some((name) => name in result.built && result.built[name] !== was[name]);
  return (
    <section className={styles.signOff} aria-label="Sign-off">
      <h2>Sign-off</h2>
      {moved && (
        <p className={styles.moved}>It was signed off, and the plan has changed since: that no longer holds.</p>
      )}
      {still.length ? (
        <>
          <p>Still open:</p>
          <ul>
            {still.map((one) => (
              <li key={one}>
                <WithFractions text={one} />
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="clear">Nothing is open.</p>
      )}
      {(check ?? !swings) && (
        <Happened what="signed" label="Sign it off" note={still.length ? "Why it is accepted as it is" : "Note"} />
      )}
    </section>
  );
}

export const stage: StageView = { name: "card", panel: CardStage };
