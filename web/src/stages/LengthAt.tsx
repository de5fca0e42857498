import type { LengthText } from "../api/client";
import { LengthField } from "../tape/LengthField";
import { useWork } from "../work/context";
import { at } from "../work/paths";

interface Props {
  path: string;
  /** What it is called here, where its own short name will not do. */
  label?: string;
  /** Where the height of a call-out goes, when that is not beside it. */
  heightAt?: string;
  /** Something else to set with it; it does nothing else. */
  with?: () => void;
  /** The house rule that counts while it is empty, where that hangs on another fact. */
  rule?: string | undefined;
}

/** A length of the opening or its wall, by its path in the document: the catalogue says what it is and which rule stands in. */
export function LengthAt({ path, label, rule, heightAt, with: also }: Props) {
  const { now, result, errors, shown, set, ahead, catalogue } = useWork();
  const fact = catalogue.facts[path.replaceAll(/\[\d+\]/g, "[]")]!;
  const standsIn = rule ?? fact.rule;
  const settled = standsIn ? result?.rules[standsIn] : undefined;
  const heard = result?.heard[path];
  const value = at(now, path) as LengthText;
  const fallback =
    path in (result?.usual ?? {}) && heard
      ? { text: heard.length.digits, by: "from the job" }
      : settled
        ? { text: settled.digits, by: "by house rule" }
        : heard && !value
          ? { text: heard.length.digits, by: heard.reading }
          : undefined;
  const keep = (value: string | undefined, height?: string) => {
    set(path, value);
    also?.();
    if (height) set(heightAt ?? path.replace(/width$/, "height"), height);
  };
  return (
    <LengthField
      label={label ?? fact.label[shown.words] ?? path}
      kind={fact.kind}
      path={path}
      unit={shown.unit}
      step={shown.step}
      value={value}
      heard={value ? heard : undefined}
      error={errors.find((e) => e.path === path)}
      fallback={fallback}
      onAsked={(text) => {
        // what a plain number will be kept as, nearly always: its answer is on its way while the server still hears it
        return /^\d+( \d+\/\d+)?$/.test(text) ? ahead(() => keep(`${text} ${shown.unit}`)) : undefined;
      }}
      onChange={keep}
    />
  );
}
