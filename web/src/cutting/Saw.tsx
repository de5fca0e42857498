import { Button } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useEffect, useState } from "react";

import type { CutSection, PlannedStick } from "../api/client";
import { within } from "../api/words";
import { useBareKeys } from "../app/useBareKeys";
import { useWaiting } from "../outbox/usePress";
import { WithFractions } from "../tape/Digits";
import { part } from "./alike";
import styles from "./Saw.module.css";
import { type CuttingWork, stickOf } from "./useCutting";

interface Props {
  of: CutSection;
  work: CuttingWork;
  close: () => void;
}

/** One stick fills the screen: where the stop stands, what each piece is, the next by Space or thumb; after its last piece it is cut. */
export function Saw({ of, work, close }: Props) {
  useAwake();
  const waiting = useWaiting({ kind: "stick" }).all;
  const [skipped, skip] = useState<string[]>([]);
  const open = of.sticks.filter((one) => !waiting.some((press) => press.of.key === stickOf(one).key));
  const [taken, take] = useState<PlannedStick | null>(null);
  // a stick that lies on the saw stays there, whatever better plan is found meanwhile
  const stick = taken ?? open.find((one) => !skipped.includes(stickOf(one).key)) ?? open[0];
  if (stick && !taken) take(stick);
  const done = () => work.cutStick.mutate({ section: of.section, stick: stick! }, { onSettled: () => take(null) });
  return (
    <div className={styles.saw} role="region" aria-label={`At the saw: ${of.title}`}>
      <header>
        <p>
          <b>
            <WithFractions text={of.title} />
          </b>{" "}
          {open.length === 1 ? "the last stick" : `${open.length} sticks to go`}
        </p>
        <button type="button" onClick={close} aria-label="Leave the saw">
          <IconX size={30} aria-hidden="true" />
        </button>
      </header>
      {stick ? (
        <OneStick
          key={stickOf(stick).key}
          stick={stick}
          busy={work.cutStick.isPending}
          done={done}
          later={
            open.length > 1
              ? () => {
                  skip([...skipped, stickOf(stick).key]);
                  take(null);
                }
              : undefined
          }
          close={close}
        />
      ) : (
        <div className={styles.none}>
          <p>Nothing of this is left to cut.</p>
          <Button onClick={close}>Back to the sections</Button>
        </div>
      )}
    </div>
  );
}

interface StickProps {
  stick: PlannedStick;
  busy: boolean;
  done: () => void;
  later: (() => void) | undefined;
  close: () => void;
}

function OneStick({ stick, busy, done, later, close }: StickProps) {
  const [at, setAt] = useState(0);
  const last = at >= stick.pieces.length - 1;
  const piece = stick.pieces[Math.min(at, stick.pieces.length - 1)]!;
  const next = () => {
    if (busy) return;
    if (last) done();
    else setAt(at + 1);
  };
  useBareKeys({ " ": next, B: () => setAt(Math.max(0, at - 1)) });
  useEffect(() => {
    const press = (event: KeyboardEvent) => event.key === "Escape" && close();
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [close]);
  const share = (mm: number) => `${(100 * mm) / stick.mm}%`;
  return (
    <>
      <p className={styles.take}>
        Take <WithFractions text={stick.text} />
        {stick.offcut !== null && " from the rack"}
        {!stick.as_it_comes && ", square its end"}
      </p>
      <div className={styles.bar} aria-hidden="true">
        {stick.pieces.map((one, n) => (
          <span
            key={n}
            data-is={n < at ? "cut" : n === at ? "now" : undefined}
            style={{ left: share(one.start), width: share(one.end - one.start) }}
          >
            {one.mark}
          </span>
        ))}
      </div>
      <div className={styles.now} role="status">
        <p className={styles.stop}>
          <span>{stick.as_it_comes ? "as it comes" : "stop at"}</span> <WithFractions text={piece.text} />
        </p>
        <p className={styles.what}>
          <b>{piece.mark}</b> {within(piece.label)}
          {part(piece)}
        </p>
        {!stick.as_it_comes && (
          <p className={styles.mark}>
            without a stop, mark <WithFractions text={piece.mark_at} /> from the squared end
          </p>
        )}
      </div>
      <ol className={styles.pieces}>
        {stick.pieces.map((one, n) => (
          <li key={n} data-is={n < at ? "cut" : n === at ? "now" : undefined}>
            <button type="button" aria-current={n === at ? "step" : undefined} onClick={() => setAt(n)}>
              <WithFractions text={one.text} /> <b>{one.mark}</b> {within(one.label)}
            </button>
          </li>
        ))}
        <li className={styles.left}>
          <WithFractions text={`${stick.left} left${stick.kept ? ": into the rack" : ""}`} />
        </li>
      </ol>
      <div className={styles.does}>
        <Button size="xl" variant="default" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        {later && (
          <Button size="xl" variant="default" onClick={later}>
            Another first
          </Button>
        )}
        {/* a press that bounces, of a glove, is one */}
        <Button
          autoFocus
          size="xl"
          className={styles.next}
          aria-disabled={busy || undefined}
          onClick={(press) => press.detail < 2 && next()}
        >
          {busy ? "Keeping it…" : last ? "Stick is cut" : "Next piece"}
        </Button>
      </div>
    </>
  );
}

/** The screen stays on while this stands there, where the browser lets it. */
function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const hold = () => {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      navigator.wakeLock
        .request("screen")
        .then((got) => {
          if (left) void got.release();
          else lock = got;
        })
        .catch(() => undefined); // a battery that is low refuses: the screen goes off as it always does
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
}
