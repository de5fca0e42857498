import type { LengthText } from "../api/client";
import { LengthField } from "../tape/LengthField";
import { useWork } from "./context";
import { at } from "./paths";

interface Props {
  path: string;
  kind: string;
  label: string;
  /** Name of the house rule that counts while the field is empty. */
  rule?: string;
}

/** A length of the opening or its wall, by its path in the document. */
export function LengthAt({ path, kind, label, rule }: Props) {
  const { now, result, errors, shown, set } = useWork();
  const settled = rule ? result?.rules[rule] : undefined;
  const heard = result?.heard[path];
  const value = at(now, path) as LengthText;
  const fallback = settled
    ? { text: settled.digits, by: "by house rule" }
    : heard && !value
      ? { text: heard.length.digits, by: heard.reading }
      : undefined;
  return (
    <LengthField
      label={label}
      kind={kind}
      path={path}
      unit={shown.unit}
      step={shown.step}
      value={value}
      heard={value ? heard : undefined}
      error={errors.find((e) => e.path === path)}
      fallback={fallback}
      onChange={(value, height) => {
        set(path, value);
        if (height) set(path.replace(/width$/, "height"), height);
      }}
    />
  );
}
