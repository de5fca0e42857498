import type { JobCutting } from "../api/client";
import { within } from "../api/words";
import { WithFractions } from "../tape/Digits";
import styles from "./SawSheet.module.css";

/** The sheet that lies on the saw bench: in cutting order, one line a stick, with a box to tick. It is seen on paper alone. */
export function SawSheet({ data, name }: { data: JobCutting; name: string }) {
  return (
    <article className={styles.sheet}>
      <h1>{name}: cutting</h1>
      <p>
        <WithFractions
          text={`Square the end first (${data.square}); marks are from the squared end, the saw cut (${data.kerf}) is in them.`}
        />
      </p>
      {data.sections.map((of) => (
        <table key={of.section}>
          <caption>
            <WithFractions text={of.title} />
          </caption>
          <tbody>
            {of.sticks.map((stick, n) => (
              <tr key={n}>
                <td aria-hidden="true">□</td>
                <th scope="row">
                  <WithFractions text={stick.text} />
                  {stick.offcut !== null && " rack"}
                </th>
                <td>
                  {stick.pieces.map((p, i) => (
                    <span key={i}>
                      <b>{stick.as_it_comes ? "as it comes:" : <WithFractions text={p.mark_at} />}</b> {p.mark}{" "}
                      {within(p.label)}
                      {p.part !== null && ` ${p.copy}: ${p.part}/${p.parts.length}`}
                    </span>
                  ))}
                </td>
                <td>
                  {!stick.as_it_comes && <WithFractions text={stick.left} />}
                  {stick.kept && " keep"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </article>
  );
}
