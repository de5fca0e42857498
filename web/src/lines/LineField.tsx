import { TextInput } from "@mantine/core";
import clsx from "clsx";
import type { ReactNode, Ref } from "react";

import { told } from "../api/client";
import { LineAnswer } from "./LineAnswer";
import type { useLine } from "./useLine";
import styles from "./LineField.module.css";

interface Props {
  of: ReturnType<typeof useLine>;
  label: string;
  description: string;
  /** In one row with what stands beside it. */
  slim?: boolean;
  ref?: Ref<HTMLInputElement>;
  autoFocus?: boolean;
  /** What Enter does with a line that is understood. */
  onEnter?: () => void;
  /** Beside the field: the unit of bare numbers, or what keeps the line. */
  children?: ReactNode;
  /** Under the answer: what can be done with it. */
  after?: ReactNode;
}

/** One field for a door as it is pencilled on a list; below it what was heard, and the answer. */
export function LineField({ of, label, description, slim, ref, autoFocus, onEnter, children, after }: Props) {
  const { text, write, line, behind, wrong } = of;
  const choose = (token: { start: number; end: number }, instead: string) =>
    line && write(line.text.slice(0, token.start) + instead + line.text.slice(token.end));
  return (
    <section className={clsx(styles.lineField, slim && styles.slim)}>
      <div className={styles.lineEntry}>
        <TextInput
          ref={ref}
          label={label}
          description={slim ? undefined : description}
          placeholder={slim ? description : undefined}
          value={text}
          maxLength={4000}
          autoFocus={autoFocus}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          error={wrong ? told(wrong.errors[0] ?? { reason: wrong.message, accepted: "" }) : undefined}
          onChange={(event) => write(event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter" && onEnter) {
              event.preventDefault();
              onEnter();
            } else if (event.key === "Escape") write("");
          }}
        />
        {children}
      </div>
      {line && <LineAnswer line={line} behind={behind} choose={choose} />}
      {line && after}
    </section>
  );
}
