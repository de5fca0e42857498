import type { LengthText } from "../api/client";
import { hasPlace, RulePicture } from "../drawing/RulePicture";
import { LengthField } from "../tape/LengthField";
import { ruleFor } from "../work/choices";
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

const PLAIN = /^\d+( \d+\/\d+)?$/;

/** A length of the opening or its wall, by its path in the document: the catalogue says what it is and which rule stands in. */
export function LengthAt({ path, label, rule, heightAt, with: also }: Props) {
  const { now, meant, page, result, errors, shown, set, ahead, catalogue } = useWork();
  const fact = catalogue.facts[path.replaceAll(/\[\d+\]/g, "[]")]!;
  const standsIn = ruleFor(path, rule ?? fact.rule, meant.wall.studs);
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
  const unit = page.job.job.unit ?? "in";
  /** The answer to the whole opening says what was heard in it too: one question a key. */
  const hears = async (text: string) => {
    // a bare number is read in the job's unit there; with its unit said, a width that reads two ways would read one way
    const plain = PLAIN.test(text) && fact.kind !== "leaf_width";
    if (unit !== shown.unit && !plain) return undefined;
    const foreseen = await ahead(() => keep(unit === shown.unit ? text : `${text} ${shown.unit}`));
    if (!foreseen) return undefined;
    const heard = foreseen.result.heard[path];
    // kept as the server writes it, the same opening is not worked out once more
    if (heard && !heard.also && !heard.height) foreseen.holdsFor(() => keep(heard.canonical));
    return heard;
  };
  const called = label ?? fact.label[shown.words] ?? path;
  const lies = [standsIn ?? "", path].find(hasPlace);
  const where = () => (
    <RulePicture rules={[lies!]} lit={lies!} label={() => called} figure={() => heard?.length.text ?? settled?.text} />
  );
  return (
    <LengthField
      label={called}
      kind={fact.kind}
      path={path}
      unit={shown.unit}
      step={shown.step}
      value={value}
      heard={value ? heard : undefined}
      error={errors.find((e) => e.path === path)}
      fallback={fallback}
      keptIn={unit}
      hears={hears}
      onChange={keep}
      where={lies === undefined ? undefined : where}
    />
  );
}
