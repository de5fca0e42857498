import { NativeSelect } from "@mantine/core";
import { Link } from "react-router";

import type { StockKind } from "../api/client";
import { useStock } from "../app/useStock";
import { useWork } from "../work/context";
import styles from "./StockPick.module.css";

/** Takes a kit's or frame's figures, and their source, out of the crew's stock book. */
export function StockPick({ kind, label }: { kind: StockKind; label: string }) {
  const { set } = useWork();
  const book = useStock().data;
  const of = book?.kinds.find((k) => k.kind === kind);
  const items = book?.items.filter((i) => i.item.kind === kind) ?? [];
  if (!of) return null;
  return (
    <div className={styles.stockPick}>
      <NativeSelect
        label={label}
        data-walk
        value=""
        data={[
          { value: "", label: items.length ? "Take from the stock book…" : "The stock book has none yet" },
          ...items.map((i) => ({ value: String(i.id), label: `${i.item.name} · ${i.item.source}` })),
        ]}
        onChange={(event) => {
          const item = items.find((i) => String(i.id) === event.currentTarget.value)?.item;
          if (!item) return;
          for (const fact of of.facts) set(`${of.root}.${fact.name}`, item.facts?.[fact.name]);
          if (kind !== "leaf") {
            set(`${of.root}.name`, item.name);
            set(`${of.root}.source`, item.source);
          }
        }}
      />
      <Link to="/stock">Stock book</Link>
    </div>
  );
}
