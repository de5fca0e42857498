import { UnstyledButton } from "@mantine/core";

import styles from "./PaperPage.module.css";

interface Props {
  label: string;
  all: { id: number; name: string }[];
  chosen: number[];
  choose: (ids: number[]) => void;
}

/** Some of what a job has, by name; all or none of them in one press. */
export function Choose({ label, all, chosen, choose }: Props) {
  if (all.length === 0) return null;
  const here = new Set(chosen);
  const whole = all.every(({ id }) => here.has(id));
  return (
    <fieldset className={styles.choose}>
      <legend>
        {label}{" "}
        <UnstyledButton className={styles.every} onClick={() => choose(whole ? [] : all.map(({ id }) => id))}>
          {whole ? "none" : `all ${all.length}`}
        </UnstyledButton>
      </legend>
      <ul>
        {all.map(({ id, name }) => (
          <li key={id}>
            <UnstyledButton
              className={styles.chip}
              aria-pressed={here.has(id)}
              onClick={() => choose(here.has(id) ? chosen.filter((one) => one !== id) : [...chosen, id])}
            >
              {name}
            </UnstyledButton>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
