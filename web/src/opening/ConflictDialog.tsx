import { Button, Modal, Radio } from "@mantine/core";
import { useState } from "react";

import { at, put } from "../work/paths";
import type { OpenConflict } from "../work/useDraft";
import styles from "./ConflictDialog.module.css";

const plain = (path: string) =>
  path
    .replace(/\[(\d+)\]/g, (_, n: string) => ` ${Number(n) + 1}`)
    .split(".")
    .join(" › ")
    .replaceAll("_", " ");

const shown = (value: unknown): string => {
  if (value === undefined || value === null || value === "") return "nothing";
  if (Array.isArray(value)) return value.length ? value.map(shown).join("; ") : "bare floor";
  if (typeof value === "object") return Object.values(value).map(shown).join(" ");
  return JSON.stringify(value).replaceAll('"', "");
};

/** Two people changed the same thing: both versions side by side, choose field by field; nothing is lost. */
export function ConflictDialog({
  conflict,
  resolve,
}: {
  conflict: OpenConflict;
  resolve: (chosen: Record<string, unknown>) => Promise<void>;
}) {
  const [mine, setMine] = useState<Record<string, boolean>>({});
  const { differs, theirs } = conflict;
  const yours = conflict.yours ?? {};
  const merged = differs.reduce((doc, path) => ((mine[path] ?? true) ? put(doc, path, at(yours, path)) : doc), theirs);
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      size="lg"
      title={`The ${conflict.of} was changed elsewhere while you worked`}
    >
      <p>Choose for each fact which version to keep. The other stays in the record.</p>
      <table className={styles.conflict}>
        <thead>
          <tr>
            <th scope="col">Fact</th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {differs.map((path) => (
            <tr key={path}>
              <th scope="row">{plain(path)}</th>
              {([true, false] as const).map((own) => (
                <td key={String(own)}>
                  <Radio
                    name={path}
                    label={shown(at(own ? yours : theirs, path))}
                    checked={(mine[path] ?? true) === own}
                    onChange={() => setMine({ ...mine, [path]: own })}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className={styles.rowEnd}>
        <Button variant="default" onClick={() => void resolve(theirs)}>
          Take theirs
        </Button>
        <Button onClick={() => void resolve(merged)}>Keep what is chosen</Button>
      </div>
    </Modal>
  );
}
