import { Button, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";

import type { CutSection, Cutting } from "../api/client";
import type { useShown } from "../app/show";
import { WithFractions } from "../tape/Digits";
import { LengthField } from "../tape/LengthField";
import styles from "./Panels.module.css";
import type { CuttingWork } from "./useCutting";

interface Props {
  of: CutSection;
  work: CuttingWork;
  shown: ReturnType<typeof useShown>;
  currency: string;
}

type Lengths = NonNullable<NonNullable<Cutting["stock"]>[number]["lengths"]>;

/** The lengths a section comes in, as they are tried, and what changes them. */
export function useLengths(of: CutSection, work: CuttingWork) {
  const { settings, change, tried } = work;
  const all = settings.stock ?? [];
  const at = all.findIndex((s) => s.section === of.section);
  const usual: Lengths = of.stock.map((s) => ({ length: s.length, ...(s.price !== null && { price: s.price }) }));
  const lengths: Lengths = at < 0 ? usual : (all[at]!.lengths ?? []);
  const say = (next: (now: Lengths) => Lengths) =>
    change((now) => {
      const stock = now.stock ?? [];
      const mine = stock.find((s) => s.section === of.section);
      const said = { section: of.section, lengths: next(mine ? (mine.lengths ?? []) : usual) };
      return { ...now, stock: mine ? stock.map((s) => (s === mine ? said : s)) : [...stock, said] };
    });
  const put = (n: number, facts: Partial<Lengths[number]>) =>
    say((now) => now.map((one, i) => (i === n ? { ...one, ...facts } : one)));
  const asUsual = () => change((now) => ({ ...now, stock: (now.stock ?? []).filter((s) => s.section !== of.section) }));
  const errors =
    tried.error && "errors" in tried.error
      ? (tried.error.errors as { path: string; reason: string; accepted: string }[])
      : [];
  const wrong = (n: number, what: string) =>
    errors.find((e) => e.path === `cutting.stock[${at}].lengths[${n}].${what}`);
  return { said: at >= 0, lengths, say, put, asUsual, wrong };
}

/** What a section comes in: lengths and their prices, with how many of each the plan takes; changed, it is tried first. */
export function StockPanel({ of, work, shown, currency }: Props) {
  const { said, lengths, say, put, asUsual, wrong } = useLengths(of, work);
  return (
    <details className="more">
      <summary>
        <WithFractions
          text={`To buy: ${
            of.stock
              .filter((s) => s.taken)
              .map((s) => `${s.taken} × ${s.text}`)
              .join(", ") || "nothing"
          }`}
        />
      </summary>
      <p className="quiet">What it comes in. Priced in full, the plan is the cheapest.</p>
      <ul className={styles.lengths}>
        {lengths.map((one, n) => (
          <li key={n}>
            <LengthField
              label="Length"
              kind="stick"
              path={`cutting.${of.section}.${n}`}
              unit={shown.unit}
              step={shown.step}
              value={one.length}
              error={wrong(n, "length")}
              onChange={(length) => put(n, { length })}
            />
            <TextInput
              label={currency ? `Price, ${currency}` : "Price"}
              inputMode="decimal"
              data-walk
              value={String(one.price ?? "")}
              error={wrong(n, "price")?.reason}
              onChange={(event) => put(n, { price: event.currentTarget.value || undefined })}
            />
            <button
              type="button"
              className={styles.out}
              aria-label={`Leave out length ${n + 1}`}
              onClick={() => say((now) => now.filter((_, i) => i !== n))}
            >
              <IconX size={18} />
            </button>
          </li>
        ))}
      </ul>
      <div className="row">
        <Button variant="default" onClick={() => say((now) => [...now, {}])}>
          One more length
        </Button>
        {said && (
          <Button variant="subtle" color="dark" onClick={asUsual}>
            The usual lengths
          </Button>
        )}
      </div>
      <p className="quiet">
        As cut now: <WithFractions text={of.waste} /> go to waste.
      </p>
    </details>
  );
}
