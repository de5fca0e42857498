import { ActionIcon } from "@mantine/core";
import { IconArrowBackUp, IconArrowForwardUp } from "@tabler/icons-react";

interface Props {
  undo: boolean;
  redo: boolean;
  travel: (way: "undo" | "redo") => unknown;
}

/** Back and forward through what was kept; `undo` and `redo` say whether there is a step. */
export function UndoRedo({ undo, redo, travel }: Props) {
  return (
    <>
      <ActionIcon variant="subtle" size={44} aria-label="Undo" disabled={!undo} onClick={() => void travel("undo")}>
        <IconArrowBackUp />
      </ActionIcon>
      <ActionIcon variant="subtle" size={44} aria-label="Redo" disabled={!redo} onClick={() => void travel("redo")}>
        <IconArrowForwardUp />
      </ActionIcon>
    </>
  );
}
