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
  const fallback = rule && result?.rules[rule] ? `${result.rules[rule].digits} by house rule` : undefined;
  return (
    <LengthField
      label={label}
      kind={kind}
      path={path}
      unit={shown.unit}
      step={shown.step}
      value={at(now, path) as LengthText}
      heard={result?.heard[path]}
      error={errors.find((e) => e.path === path)}
      fallback={fallback}
      onChange={(value, height) => {
        set(path, value);
        if (height) set(path.replace(/width$/, "height"), height);
      }}
    />
  );
}
