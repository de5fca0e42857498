import { TextInput } from "@mantine/core";

import type { CutSection, JobCutting } from "../api/client";
import { More } from "../app/More";
import { WithFractions } from "../tape/Digits";
import styles from "./Prices.module.css";
import { useLengths } from "./StockPanel";
import type { CuttingWork } from "./useCutting";

/** The prices of all sections that lack one, in one place; said, they are tried first. */
export function Prices({ data, work, open }: { data: JobCutting; work: CuttingWork; open: string | undefined }) {
  const kept = work.plan.data ?? data; // a section does not go away while its price is being typed
  // a section that is open asks for its own
  const lack = data.sections.filter((of) => kept.unpriced.includes(of.title) && of.section !== open);
  if (lack.length === 0) return null;
  return (
    <More
      summary={`${lack.length === 1 ? "1 section has no price" : `${lack.length} sections have no price`}: say it here`}
    >
      <p className="quiet">
        The price of each length it comes in{data.currency && `, ${data.currency}`}. Left empty, a section counts by its
        length.
      </p>
      <ul className={styles.prices}>
        {lack.map((of) => (
          <Row key={of.section} of={of} work={work} />
        ))}
      </ul>
    </More>
  );
}

function Row({ of, work }: { of: CutSection; work: CuttingWork }) {
  const { lengths, put, wrong } = useLengths(of, work);
  return (
    <li>
      <b>
        <WithFractions text={of.title} />
      </b>
      <div>
        {lengths.map((one, n) => {
          const text = of.stock.find((s) => s.length === one.length)?.text;
          return text === undefined ? null : (
            <TextInput
              key={n}
              label={<WithFractions text={text} />}
              aria-label={`Price of ${of.title}, ${text}`}
              inputMode="decimal"
              data-walk
              value={String(one.price ?? "")}
              error={wrong(n, "price")?.reason}
              onChange={(event) => put(n, { price: event.currentTarget.value || undefined })}
            />
          );
        })}
      </div>
    </li>
  );
}
