import { ActionIcon, Button, Checkbox, TextInput } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";

import type { FieldError, ParsedLength, Layer, Unit } from "../api/client";
import { LengthField } from "./LengthField";
import type { TypedLength } from "./useLengthText";
import styles from "./LayerRows.module.css";

interface Props {
  layers: Layer[];
  /** Where the layers stand in the document. */
  path: string;
  /** What they belong to, for the labels of buttons: "side A". */
  of: string;
  unit: Unit;
  step?: TypedLength["step"];
  heard?: Record<string, ParsedLength>;
  errors: FieldError[];
  /** What is heard of two layers at once changes both: each change is of the layers as they are by then. */
  change: (next: (now: Layer[]) => Layer[]) => void;
}

/** The layers of a floor, lowest first; one that is not chosen says why it waits. */
export function LayerRows({ layers, path, of, unit, step, heard, errors, change }: Props) {
  return (
    <>
      {layers.map((layer, i) => {
        const at = `${path}[${i}]`;
        const guessed = layer.allowance !== undefined && layer.allowance !== null;
        const set = (facts: Partial<Layer>) =>
          change((now) => now.map((one, n) => (n === i ? { ...one, ...facts } : one)));
        return (
          <div className={styles.layerRow} key={i} data-path={at}>
            <div className="pair">
              <TextInput
                label={i === 0 ? "Lowest layer" : `Layer ${i + 1}`}
                data-walk
                maxLength={80}
                value={layer.name ?? ""}
                onChange={(e) => set({ name: e.currentTarget.value })}
              />
              <LengthField
                label="Thickness"
                kind="layer"
                path={`${at}.thickness`}
                unit={unit}
                step={step}
                value={layer.thickness}
                heard={layer.thickness ? heard?.[`${at}.thickness`] : undefined}
                error={errors.find((e) => e.path === `${at}.thickness`)}
                onChange={(thickness) => set({ thickness })}
              />
            </div>
            <div className={styles.layerTail}>
              <Checkbox
                label="Not chosen yet: an allowance"
                checked={guessed}
                onChange={(e) => set({ allowance: e.currentTarget.checked ? "" : undefined })}
              />
              <ActionIcon
                variant="subtle"
                color="dark"
                size={44}
                aria-label={`Remove layer ${i + 1} of ${of}`}
                onClick={() => change((now) => now.filter((_, n) => n !== i))}
              >
                <IconTrash size={20} />
              </ActionIcon>
            </div>
            {guessed && (
              <TextInput
                label="Why it waits"
                data-walk
                maxLength={120}
                value={layer.allowance ?? ""}
                onChange={(e) => set({ allowance: e.currentTarget.value })}
              />
            )}
          </div>
        );
      })}
      <Button variant="default" onClick={() => change((now) => [...now, {}])}>
        Add a layer
      </Button>
    </>
  );
}
