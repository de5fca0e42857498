import { ActionIcon, Popover } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { IconRulerMeasure } from "@tabler/icons-react";
import type { ReactNode } from "react";

import styles from "./LengthField.module.css";

interface Props {
  label: string;
  open: boolean;
  put: (open: boolean) => void;
  /** The picture in which the length is lit. */
  picture: () => ReactNode;
}

/** Shows where a length lies in the door; made only while it is open, for many fields have one. */
export function Where({ label, open, put, picture }: Props) {
  const button = (
    <ActionIcon
      variant="subtle"
      w={44}
      h={38}
      className={styles.where}
      tabIndex={-1} // one Tab a field: ? asks for it
      aria-label={`Where it lies: ${label}`}
      aria-expanded={open}
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => put(!open)}
    >
      <IconRulerMeasure size={18} />
    </ActionIcon>
  );
  if (!open) return button;
  return (
    <Beside target={button} close={() => put(false)}>
      {picture()}
    </Beside>
  );
}

function Beside({ target, close, children }: { target: ReactNode; close: () => void; children: ReactNode }) {
  const phone = useMediaQuery("(max-width: 900px)", undefined, { getInitialValueInEffect: false });
  return (
    <Popover
      opened
      onClose={close}
      onChange={close}
      width="min(420px, 92vw)"
      position={phone ? "bottom" : "right"}
      shadow="md"
    >
      <Popover.Target>{target}</Popover.Target>
      <Popover.Dropdown>{children}</Popover.Dropdown>
    </Popover>
  );
}
