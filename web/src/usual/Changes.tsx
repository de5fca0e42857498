import clsx from "clsx";
import { Button } from "@mantine/core";
import { Link } from "react-router";

import type { Change } from "../api/client";
import { within } from "../api/words";
import { WithFractions } from "../tape/Digits";
import styles from "./Changes.module.css";

const DONE: Record<string, string> = { framed: "framed", set: "set", signed: "signed off" };
const HEIGHTS = ["floor_clear", "leaf_bottom", "head_underside", "ro_height", "set_mark", "track_line"];

interface Props {
  /** What the button keeps, such as "Keep these floors". */
  what: string;
  /** What is said of doors it touches and of which nothing moves. */
  still: string;
  changes: Change[] | undefined;
  failure: Error | null;
  busy: boolean;
  keep: () => void;
  back: () => void;
}

/** What a change would do to each door it touches, before it is kept. */
export function Changes({ what, still: stays, changes, failure, busy, keep, back }: Props) {
  const moved = changes?.filter((c) => c.moved.length || c.refused) ?? [];
  const still = changes?.filter((c) => !c.moved.length && !c.refused) ?? [];
  const refused = failure !== null || moved.some((c) => c.refused);
  const told =
    moved.length === 0 ? "nothing moves" : moved.length === 1 ? "1 door changes" : `${moved.length} doors change`;
  return (
    <>
      <h2>What changes, before it is kept</h2>
      {failure && (
        <p role="alert" className="error">
          {failure.message}
        </p>
      )}
      {!failure && changes === undefined && (
        <p className="quiet" aria-busy="true">
          Working out every door…
        </p>
      )}
      {!failure && <Largest of={moved} />}
      {!failure && changes && moved.length === 0 && <p className="clear">No figure of any door moves.</p>}
      <div className={clsx(styles.keep, "row")}>
        <Button onClick={keep} disabled={busy || refused}>
          {what}: {told}
        </Button>
        <Button variant="subtle" onClick={back}>
          Put them back
        </Button>
      </div>
      {!failure &&
        moved.map((c) => (
          <article key={c.id} className={styles.change} aria-label={`Change of ${c.name}`}>
            <h3>
              <Link to={`/openings/${c.id}`}>{c.name}</Link> <span className="quiet">{c.room}</span>{" "}
              {c.done.length > 0 && <span className="chip done">{DONE[c.done.at(-1)!]}</span>}
            </h3>
            {c.refused && <p className="error">Cannot be: {c.refused}</p>}
            {c.flags.map((f) => (
              <div key={f.reason} className={`flag ${f.level}`} data-code={f.code}>
                <p>{f.reason}</p>
                <p className="cure">{f.cure}</p>
              </div>
            ))}
            <Moves of={c} />
          </article>
        ))}
      {still.length > 0 && (
        <p className="quiet">
          {stays}: {still.map((c) => c.name).join(", ")}.
        </p>
      )}
    </>
  );
}

/** The figure that moves furthest, and whose it is. */
function Largest({ of }: { of: Change[] }) {
  const moves = of.flatMap((change) => change.moved.map((move) => ({ ...move, door: change })));
  const largest = moves.reduce<(typeof moves)[number] | null>(
    (most, one) => (one.by && one.by.mm > (most?.by?.mm ?? 0) ? one : most),
    null,
  );
  if (!largest?.by || of.length < 2) return null;
  return (
    <p>
      The largest move: {within(largest.label)} of {largest.door.name}, by{" "}
      <b>
        <WithFractions text={largest.by.text} />
      </b>
      .
    </p>
  );
}

function Moves({ of }: { of: Change }) {
  const first = of.moved.filter((m) => m.cut || HEIGHTS.includes(m.name));
  const rows = first.length ? first : of.moved;
  const rest = of.moved.length - rows.length;
  if (rows.length === 0) return null;
  return (
    <table className="cuts">
      <thead>
        <tr>
          <th scope="col">Figure</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((m) => (
          <tr key={m.name}>
            <th scope="row">
              {m.label}
              {m.was_cut && <strong className={styles.wasCut}> already cut</strong>}
            </th>
            <td>{m.before ? <WithFractions text={m.before.text} /> : "waited"}</td>
            <td>{m.after ? <WithFractions text={m.after.text} /> : "waits"}</td>
          </tr>
        ))}
      </tbody>
      {rest > 0 && (
        <tfoot>
          <tr>
            <td colSpan={3}>and {rest === 1 ? "one more figure" : `${rest} more figures`}</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
