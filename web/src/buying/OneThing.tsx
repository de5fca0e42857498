import { Button } from "@mantine/core";
import type { ReactNode } from "react";

import type { Thing } from "../api/client";
import { NotSentHere } from "../outbox/NotSent";
import { WithFractions } from "../tape/Digits";
import styles from "./CamePage.module.css";
import { Findings, Says } from "./Says";
import type { Move } from "./useCame";

interface Props {
  thing: Thing;
  measuring: boolean;
  measure: () => void;
  give: (moves: Move[], said: string) => void;
  /** Opens what sends it back; nothing where its order is not known any more. */
  back: (() => void) | undefined;
  waits: boolean;
  form: ReactNode;
}

/** Something that is here: what was measured, what that comes to, where it goes; a wrong one with both ways out side by side. */
export function OneThing({ thing, measuring, measure, give, back, waits, form }: Props) {
  const { place, meant } = thing;
  const elsewhere = place && meant.every((one) => one.opening !== place.opening);
  const named = `${thing.label} ${thing.detail}`;
  const unmeasured = thing.measured.length === 0;
  return (
    <li>
      <p>
        {thing.count > 1 && <b className={styles.count}>{thing.count} × </b>}
        <strong>{thing.label}</strong> <WithFractions text={thing.detail} />
        {thing.supplier && <span className="quiet"> from {thing.supplier}</span>}
      </p>
      <p className="quiet">
        {unmeasured ? (
          "Nobody has measured it."
        ) : (
          <WithFractions text={thing.measured.map((m) => `${m.label} ${m.text}`).join(" · ")} />
        )}
      </p>
      {!unmeasured && <Says verdicts={elsewhere ? [...meant, place] : meant} />}
      <NotSentHere named of={{ kind: "checked", came: thing.came }} />
      <NotSentHere named of={{ kind: "given", came: thing.came }} />
      {thing.surplus && !place && <p>No opening needs it any more.</p>}
      {thing.build.length > 0 && <TwoWays thing={thing} back={back} />}
      {measuring ? (
        form
      ) : (
        <div className="row">
          {place && (
            <Button
              variant={elsewhere ? "filled" : "light"}
              disabled={waits}
              aria-label={`Goes to ${place.mark}: ${named}`}
              onClick={() =>
                give([{ came: thing.came, n: thing.n, opening: place.opening }], `${thing.label} goes to ${place.mark}`)
              }
            >
              Goes to {place.mark}
            </Button>
          )}
          <Button
            variant="default"
            aria-label={`${unmeasured ? "Measure it" : "Measure again"}: ${named}`}
            onClick={measure}
          >
            {unmeasured ? "Measure it" : "Measure again"}
          </Button>
          {back && thing.build.length === 0 && (
            <Button variant="subtle" color="dark" aria-label={`Send back: ${named}`} onClick={back}>
              Send back
            </Button>
          )}
        </div>
      )}
    </li>
  );
}

/** A thing that serves nowhere: what sending it back means, and what building an opening to it takes. */
function TwoWays({ thing, back }: { thing: Thing; back: (() => void) | undefined }) {
  return (
    <div className={styles.ways}>
      <section aria-label="Send it back">
        <h3>Send it back</h3>
        <p>
          {thing.meant.map((one) => one.mark).join(", ")} waits until the right one comes
          {thing.supplier && ` from ${thing.supplier}`}.
        </p>
        {back && (
          <Button variant="light" color="red" onClick={back}>
            Send it back
          </Button>
        )}
      </section>
      {thing.build.map((one) => (
        <section key={one.opening} aria-label={`Build ${one.mark} to it`}>
          <h3>
            Build {one.mark} to it
            {one.minutes > 0 && <span className="quiet"> · about {one.minutes} min</span>}
          </h3>
          <Findings findings={one.findings} />
        </section>
      ))}
    </div>
  );
}
