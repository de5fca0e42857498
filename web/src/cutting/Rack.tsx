import { Button } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useState } from "react";

import { ApiProblem, type CutSection } from "../api/client";
import type { useShown } from "../app/show";
import { NotSentHere } from "../outbox/NotSent";
import { WithFractions } from "../tape/Digits";
import { LengthField } from "../tape/LengthField";
import { useTyped } from "../tape/typed";
import styles from "./Panels.module.css";
import type { CuttingWork } from "./useCutting";

interface Props {
  of: CutSection;
  work: CuttingWork;
  shown: ReturnType<typeof useShown>;
}

/** The offcuts of a section that lie ready, and a field for one more. */
export function Rack({ of, work, shown }: Props) {
  const texts = useTyped();
  const path = `rack.${of.section}`;
  const [length, setLength] = useState(() => texts.read(path) ?? "");
  const [turn, setTurn] = useState(0);
  const { addOffcut } = work;
  const mine = addOffcut.variables?.section === of.section;
  const refused = mine && addOffcut.error instanceof ApiProblem ? addOffcut.error.errors[0] : undefined;
  const add = () => {
    if (!length.trim()) return;
    addOffcut.mutate(
      { section: of.section, length, unit: shown.unit, field: path },
      {
        onSuccess: () => {
          texts.hold(path, null);
          setLength("");
          setTurn(turn + 1);
        },
      },
    );
  };
  return (
    <details className="more" open={of.rack.length > 0}>
      <summary>In the rack: {of.rack.length === 0 ? "nothing" : of.rack.length}</summary>
      {of.rack.length > 0 && (
        <ul className={styles.rack}>
          {of.rack.map((offcut) => (
            <li key={offcut.id} data-used={offcut.used || undefined}>
              <span>
                <WithFractions text={offcut.text} /> <NotSentHere of={{ kind: "offcut back", line: offcut.id }} />
                <small>{offcut.used ? "in the plan" : "not needed"}</small>
              </span>
              <button
                type="button"
                aria-label={`Take ${offcut.text} out of the rack`}
                onClick={() => work.dropOffcut.mutate({ line: offcut.id, text: offcut.text })}
              >
                <IconX size={18} />
              </button>
            </li>
          ))}
        </ul>
      )}
      <NotSentHere named of={{ kind: "offcut", job: work.id, section: of.section }} />
      <form
        className={styles.add}
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
        onKeyDownCapture={(event) => {
          if (event.key !== "Enter" || !(event.target instanceof HTMLInputElement)) return;
          event.preventDefault();
          event.stopPropagation();
          add();
        }}
      >
        <LengthField
          key={turn}
          label="An offcut that lies there"
          kind="stick"
          path={path}
          unit={shown.unit}
          step={shown.step}
          value={undefined}
          error={refused && { ...refused, path }}
          keeps={false}
          onText={setLength}
          onChange={() => undefined}
        />
        <Button type="submit" variant="default" loading={mine && addOffcut.isPending}>
          Put it in
        </Button>
      </form>
    </details>
  );
}
