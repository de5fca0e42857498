import type { LineAnswer as Answer } from "../api/client";
import { Silhouette } from "../drawing/Silhouette";
import { lowered } from "./lowered";
import { Digits, WithFractions } from "../tape/Digits";
import styles from "./LineAnswer.module.css";

interface Props {
  line: Answer;
  behind: boolean;
  choose: (token: Answer["tokens"][number], instead: string) => void;
}

const HEADS = new Set(["ro_width", "ro_height"]); // told together, as one rough opening

/** What was heard in a line, token by token, and what follows: the rough opening first. */
export function LineAnswer({ line, behind, choose }: Props) {
  const size = line.figures.filter((f) => HEADS.has(f.name));
  const unit = size.find((f) => f.value)?.value?.unit;
  const flags = line.flags.filter((f) => f.level !== "note");
  return (
    <div className={styles.answer} aria-busy={behind || undefined}>
      <ol className={styles.tokens} aria-label="What was heard">
        {line.tokens.map((token) => (
          <li key={token.start} data-what={token.what} data-asks={token.choices.length > 0 || undefined}>
            <span className={styles.what}>{token.label}</span>
            <b>
              <WithFractions text={token.text} />
            </b>
            {token.reading !== token.text && (
              <span>
                <WithFractions text={token.reading} />
              </span>
            )}
            {token.choices.length > 0 && (
              <span className={styles.choices} role="group" aria-label={`Which ${token.label}?`}>
                Which one is it?
                {token.choices.map((choice) => (
                  <button key={choice.text} type="button" onClick={() => choose(token, choice.text)}>
                    {choice.label}
                  </button>
                ))}
              </span>
            )}
          </li>
        ))}
      </ol>
      <div className={styles.result}>
        <div className={styles.picture}>
          <Silhouette of={line.silhouette} height={150} tallest={2450} />
        </div>
        <dl className={styles.figures} aria-live="polite" aria-label="What follows">
          <div className={styles.first}>
            <dt>Rough opening</dt>
            <dd>
              {size.map((figure, i) => (
                <span key={figure.name}>
                  {i > 0 && <span className={styles.by}> × </span>}
                  {figure.value ? <Digits of={figure.value} unit={false} /> : <span className={styles.waits}>?</span>}
                </span>
              ))}
              {unit && <span className="unit">{unit}</span>}
            </dd>
            <dd className={styles.also}>{size.every((f) => f.value) && size.map((f) => f.value!.also).join(" × ")}</dd>
          </div>
          {line.figures
            .filter((f) => !HEADS.has(f.name))
            .map((figure) => (
              <div key={figure.name}>
                <dt>{figure.label}</dt>
                <dd>{figure.value ? <Digits of={figure.value} /> : <span className={styles.waits}>?</span>}</dd>
                <dd className={styles.also}>{figure.value?.also}</dd>
              </div>
            ))}
        </dl>
      </div>
      {line.needs.length > 0 && (
        <p className={styles.needs}>
          <strong>Still needed:</strong> {line.needs.map((n) => lowered(n.label)).join(", ")}.
        </p>
      )}
      {line.assumed.map((said) => (
        <p key={said} className={styles.assumed}>
          <WithFractions text={said} />
        </p>
      ))}
      {line.errors.map((e) => (
        <p key={e.reason} className="error" role="alert">
          {e.reason}; {e.accepted}
        </p>
      ))}
      {flags.length > 0 && (
        <ul className={styles.flags}>
          {flags.map((flag) => (
            <li key={flag.code + flag.path}>
              <span className={`chip ${flag.level}`}>{flag.level === "stop" ? "Stop" : "Check"}</span>
              <span>
                {flag.reason} <em>{flag.cure}</em>
              </span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
