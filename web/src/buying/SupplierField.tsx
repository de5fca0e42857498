import { TextInput } from "@mantine/core";
import { type ReactNode, useId } from "react";

interface Props {
  value: string;
  /** Those who were ordered from before. */
  suppliers: string[];
  error: ReactNode;
  say: (name: string) => void;
}

/** From whom something is ordered: anybody, or one of those before. */
export function SupplierField({ value, suppliers, error, say }: Props) {
  const list = useId();
  return (
    <>
      <TextInput
        label="From whom"
        maxLength={80}
        list={list}
        value={value}
        error={error}
        onChange={(event) => say(event.currentTarget.value)}
      />
      <datalist id={list}>
        {suppliers.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </>
  );
}
