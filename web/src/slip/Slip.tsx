import { CloseButton } from "@mantine/core";
import clsx from "clsx";
import { useEffect, useRef } from "react";

import type { Figure, Length, Term } from "../api/client";
import { within } from "../api/words";
import { useWork } from "../work/context";
import { Digits, WithFractions } from "../tape/Digits";
import { mixed } from "../tape/fraction";
import styles from "./Slip.module.css";

const times = (term: Term) => {
  const count = term.times.replace("-", "");
  return count === "1" ? "" : `${count} × `;
};

/** A length without its sign, which stands before the line. */
const plain = (length: Length) => ({ ...length, digits: length.digits.replace("-", "") });

function from(term: Term): string {
  if (term.source === "house rule")
    return term.detail === "default" ? "house rule (default)" : `house rule (${term.detail})`;
  if (term.source === "allowance") return `allowance: ${term.detail}`;
  if (term.source === "usual") return "usual in the job";
  return term.source;
}

/** How a figure adds up, line by line, like figures pencilled on a stud. Each line leads to where it is settled. */
export function Slip({ figure, close }: { figure: Figure; close: () => void }) {
  const { open, goTo, result } = useWork();
  const top = useRef<HTMLElement>(null);
  useEffect(() => top.current?.focus(), [figure.name]);
  const follow = (term: Term) => (term.source === "figure" ? open(term.path) : goTo(term.path));
  return (
    <section className={styles.slip} aria-label={`How it adds up: ${figure.label}`} ref={top} tabIndex={-1}>
      <header>
        <h2>
          {figure.label} {figure.symbol && <span className={styles.symbol}>{figure.symbol}</span>}
        </h2>
        <CloseButton size={44} aria-label="Close the slip" onClick={close} />
      </header>
      <table>
        <tbody>
          {figure.terms.length === 0 && (
            <tr aria-busy="true">
              <td />
              <th scope="row" colSpan={2} className="quiet">
                Adding up…
              </th>
            </tr>
          )}
          {figure.terms.map((term, i) => (
            <tr key={i} data-source={term.source}>
              <td className={styles.sign}>{term.takes ? "−" : i ? "+" : ""}</td>
              <th scope="row">
                <button type="button" className="link" onClick={() => follow(term)}>
                  {term.label}
                </button>
                <span className="from">
                  {times(term) && (
                    <>
                      {times(term)}
                      <Digits of={plain(term.each)} />,{" "}
                    </>
                  )}
                  {from(term)}
                </span>
              </th>
              <td className={styles.amount}>
                <Digits of={plain(term.value)} />
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className={styles.sign}>=</td>
            <th scope="row">
              {figure.rounding === "nearest" ? "to the nearest mark" : `rounded ${figure.rounding}`}
              <span className="from">
                exactly <WithFractions text={mixed(figure.value.exact.value)} /> {figure.value.exact.unit} ·{" "}
                {figure.value.also}
              </span>
            </th>
            <td className={clsx(styles.amount, styles.total)}>
              <Digits of={figure.value} />
            </td>
          </tr>
        </tfoot>
      </table>
      {figure.considered.length > 0 && (
        <p className={styles.considered}>
          The highest counts; passed over:{" "}
          {figure.considered.map((term) => `${within(term.label)} ${term.value.text}`).join(", ")}.
        </p>
      )}
      {figure.allowances.map((why) => (
        <p className="allowance" key={why}>
          Stands on an allowance: {why}.
        </p>
      ))}
      {result && !result.figures[figure.name] && <p>This figure is no longer known.</p>}
    </section>
  );
}
