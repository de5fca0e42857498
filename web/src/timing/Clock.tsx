import { Button } from "@mantine/core";
import { IconPlayerPauseFilled, IconPlayerPlayFilled } from "@tabler/icons-react";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

import type { Timing } from "../api/client";
import { useWho } from "../app/useWho";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import { useWork } from "../work/context";
import styles from "./Clock.module.css";
import { inHours } from "./hours";
import { OddTime } from "./OddTime";

type Do = "start" | "pause" | "drop";
const SAID: Record<Do, string> = { start: "time started", pause: "time paused", drop: "time not counted" };

/** The minutes that have gone by since an answer came, told again every quarter of a minute. */
function useMinutesSince(answer: Timing) {
  const [gone, setGone] = useState(0);
  const came = useRef(0);
  useEffect(() => {
    came.current = performance.now();
    const tell = () => setGone((performance.now() - came.current) / 60_000);
    tell();
    const timer = setInterval(tell, 15_000);
    return () => clearInterval(timer);
  }, [answer]);
  return gone;
}

/** Your time on this card: one press starts it, one pauses it; it ends by itself with the last step of a piece of work. */
export function Clock() {
  const { page, took } = useWork();
  const [who] = useWho();
  const gone = useMinutesSince(page.timing);
  const tap = useMutation({
    mutationFn: (what: Do) =>
      press(
        {
          of: { kind: "timer", opening: page.id, do: what },
          said: `${SAID[what]} on ${page.opening.mark || "no mark"}`,
          renews: [["opening"], ["job"]], // it pauses where it ran before
          timed: true,
        },
        (to) =>
          to.POST("/api/openings/{opening_id}/timer", {
            params: { path: { opening_id: page.id } },
            body: { do: what },
          }),
      ),
    onSuccess: (next) => next && took(next),
  });
  const running = page.timing.running;
  const mine = running.find((one) => one.who === who.trim());
  // a time runs on one card: what was pressed last, on whichever, says where
  const last = useWaiting({ kind: "timer" }).all.at(-1)?.of;
  const runs = last ? last.do === "start" && last.opening === page.id : Boolean(mine);
  return (
    <section className={styles.clock} aria-label="Time">
      <Button
        size="md"
        variant={runs ? "default" : "filled"}
        leftSection={runs ? <IconPlayerPauseFilled size={20} /> : <IconPlayerPlayFilled size={20} />}
        onClick={() => tap.mutate(runs ? "pause" : "start")}
      >
        {runs ? "Pause my time" : "Start my time"}
      </Button>
      <NotSentHere named of={{ kind: "timer" }} />
      {running
        .filter((one) => one !== mine || runs)
        .map((one) => (
          <p key={one.who} role="status">
            {one === mine ? "Your time runs" : `${one.who || "Somebody"} runs`}: <b>{inHours(one.minutes + gone)}</b>
          </p>
        ))}
      {runs && mine?.forgotten && (
        <p className={styles.forgotten}>
          That is long for one piece of work. Was it left on?{" "}
          <Button variant="default" onClick={() => tap.mutate("drop")}>
            Yes, do not count it
          </Button>
        </p>
      )}
      {tap.error && (
        <p role="alert" className="error">
          {tap.error.message}
        </p>
      )}
      <Took />
    </section>
  );
}

/** What pieces of work on this card took; of one nobody would believe it is asked how long it was. */
function Took() {
  const { page } = useWork();
  if (page.timing.took.length === 0) return null;
  return (
    <ul className={styles.took}>
      {page.timing.took.map((one) => (
        <li key={one.id}>
          {one.state === "asked" ? (
            <OddTime job={page.job.id} opening={page.id} time={one} />
          ) : (
            <>
              {one.label}: <b>{inHours(one.minutes)}</b>, by rule {inHours(one.by_rule)}
              {one.state === "in part" && " (timed in part, not counted)"}
              {one.state === "left out" && " (left out)"}
            </>
          )}
        </li>
      ))}
    </ul>
  );
}
