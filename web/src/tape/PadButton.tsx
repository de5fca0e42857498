import { ActionIcon } from "@mantine/core";
import { IconNumbers } from "@tabler/icons-react";
import type { RefObject } from "react";

import { usePad } from "./padOut";
import styles from "./LengthField.module.css";

interface Props {
  label: string;
  out: boolean;
  field: RefObject<HTMLInputElement | null>;
}

/** Brings the number pad of a field out, and puts it away. */
export function PadButton({ label, out, field }: Props) {
  const pad = usePad();
  return (
    <ActionIcon
      variant="subtle"
      size={40}
      className={styles.padKey}
      tabIndex={-1} // one Tab a field: the pad is for thumbs
      aria-label={`Number pad for ${label}`}
      aria-expanded={out}
      onMouseDown={(event) => event.preventDefault()}
      onClick={(event) => {
        event.stopPropagation();
        pad.put(!out);
        field.current?.focus();
      }}
    >
      <IconNumbers size={20} />
    </ActionIcon>
  );
}
