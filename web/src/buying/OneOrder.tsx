import { Button, Checkbox, Textarea } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useState } from "react";

import { ApiProblem, type BuyLine, told } from "../api/client";
import { DayField } from "../app/DayField";
import { useHeld } from "../tape/typed";
import { day } from "./day";
import styles from "./OneOrder.module.css";
import { SupplierField } from "./SupplierField";
import type { BuyingWork } from "./useBuying";

interface Head {
  supplier: string;
  promised: string;
}

interface Ordered extends Head {
  lines: string[];
}

/** Lines that are chosen for one order: from whom, for which day, and what was ordered last, as a text. */
export function useMany(work: BuyingWork) {
  const [chosen, setChosen] = useHeld<string[]>("chosen", []);
  const [head, setHead] = useHeld<Head>("one order", { supplier: "", promised: "" });
  const [ordered, setOrdered] = useHeld<Ordered | null>("ordered", null);
  const lines = (work.list.data?.counters ?? [])
    .flatMap((counter) => counter.lines)
    .filter((line) => line.to_order > 0 && chosen.includes(line.key));
  const choose = (some: BuyLine[], into: boolean) =>
    setChosen((now) => {
      const others = now.filter((key) => !some.some((line) => line.key === key));
      return into ? [...others, ...some.map((line) => line.key)] : others;
    });
  const order = async () => {
    const sent: string[] = [];
    const upTo = () => setOrdered({ ...head, lines: [...sent] });
    for (const line of lines) {
      const said = { count: String(line.to_order), note: "", ...head };
      await work.keep.mutateAsync({ doing: { what: "order", line }, said });
      choose([line], false); // what the next refuses is not ordered twice
      sent.push(asText(line));
      upTo(); // and of what was ordered before a refusal the text is there
    }
    setHead(null);
  };
  return { chosen, lines, choose, head, setHead, order, ordered, forget: () => setOrdered(null), work };
}

export type Many = ReturnType<typeof useMany>;

const asText = (line: BuyLine) => `${line.to_order} × ${line.label} ${line.detail}`.trim();

/** All lines of a counter into the order, or out of it. */
export function OrderAll({ lines, many }: { lines: BuyLine[]; many: Many }) {
  const open = lines.filter((line) => line.to_order > 0);
  if (open.length < 2) return null;
  const all = open.every((line) => many.chosen.includes(line.key));
  return (
    <Checkbox
      className={styles.all}
      label={`All ${open.length} into one order`}
      checked={all}
      onChange={() => many.choose(open, !all)}
    />
  );
}

interface Props {
  of: Many;
  suppliers: string[];
  job: string;
}

/** What is chosen as one order: one supplier, one day, one press; then its text, to send or to copy. */
export function OneOrderForMany({ of, suppliers, job }: Props) {
  const [busy, setBusy] = useState(false);
  const problem = of.work.keep.error instanceof ApiProblem && !busy ? of.work.keep.error : null;
  const wrong = (path: string) => {
    const found = problem?.errors.find((e) => e.path.endsWith(path));
    return found && told(found);
  };
  const sent = of.ordered && !busy && <Sent of={of.ordered} job={job} forget={of.forget} />;
  if (of.lines.length === 0) return sent;
  return (
    <div className={styles.foot}>
      {sent}
      <form
        className={styles.form}
        aria-label="One order"
        onSubmit={(event) => {
          event.preventDefault();
          setBusy(true);
          of.order()
            .catch(() => undefined) // said in the form: what was refused stays chosen
            .finally(() => setBusy(false));
        }}
      >
        <p>
          <b>{of.lines.length === 1 ? "1 line" : `${of.lines.length} lines`}</b> in one order
        </p>
        <SupplierField
          value={of.head.supplier}
          suppliers={suppliers}
          error={wrong("supplier")}
          say={(supplier) => of.setHead((now) => ({ ...now, supplier }))}
        />
        <DayField
          label="Promised for"
          value={of.head.promised}
          error={wrong("promised")}
          say={(promised) => of.setHead((now) => ({ ...now, promised: promised ?? "" }))}
        />
        <Button type="submit" loading={busy}>
          Order them
        </Button>
        <Button variant="default" onClick={() => of.choose(of.lines, false)}>
          None of them
        </Button>
        {problem && !problem.errors.some((e) => /(supplier|promised)$/.test(e.path)) && (
          <p role="alert" className="error">
            {problem.message}
          </p>
        )}
      </form>
    </div>
  );
}

/** What was ordered in one press, as it is sent. */
function Sent({ of, job, forget }: { of: Ordered; job: string; forget: () => void }) {
  const text = [
    [of.supplier, `order for ${job}`].filter(Boolean).join(": "),
    ...of.lines,
    of.promised && `Wanted for ${day(of.promised)}`,
  ]
    .filter(Boolean)
    .join("\n");
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text);
      notifications.show({ message: "The order is copied." });
    } catch {
      notifications.show({ color: "red", message: "This browser does not copy by itself: mark the text and copy it." });
    }
  };
  return (
    <section className={styles.sent} aria-label="Ordered">
      <Textarea
        label={`Ordered${of.supplier && ` from ${of.supplier}`}: ${of.lines.length === 1 ? "1 line" : `${of.lines.length} lines`}`}
        readOnly
        autosize
        maxRows={10}
        value={text}
        onFocus={(event) => event.currentTarget.select()}
      />
      <div className="row">
        <Button onClick={() => void copy()}>Copy</Button>
        <Button component="a" variant="default" href={`mailto:?body=${encodeURIComponent(text)}`}>
          Send
        </Button>
        <Button variant="default" onClick={() => window.print()}>
          Print
        </Button>
        <Button variant="subtle" color="dark" onClick={forget}>
          Done with it
        </Button>
      </div>
      <pre className={styles.paper}>{text}</pre>
    </section>
  );
}
