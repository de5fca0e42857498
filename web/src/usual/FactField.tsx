import { NativeSelect, TextInput } from "@mantine/core";

import type { Catalogue, FieldError, FloorType, LengthText, Result } from "../api/client";
import { told } from "../api/client";
import type { useShown } from "../app/show";
import { LengthField } from "../tape/LengthField";
import { capital } from "../api/words";
import { choiceAt, choiceOf, chosen, heightLabel, ruleFor } from "../work/choices";

/** What a field of a fact needs to know of its job. */
export interface FactAround {
  catalogue: Catalogue;
  floors: FloorType[];
  shown: ReturnType<typeof useShown>;
  /** The answer to an opening with these facts: what was heard in each, and the house rules in force. */
  result?: Result;
  errors: FieldError[];
  /** What the wall is framed in. */
  studs?: string;
}

interface Props extends FactAround {
  path: string;
  value: unknown;
  set: (value: unknown) => void;
  /** What it is when nothing is said. */
  none: string;
  /** How the wall's height is given, which names its field. */
  heightBy?: string;
}

/** A path as the catalogue names it, for any place in a list. */
const anyPlace = (path: string) => path.replace(/\[\d+\]/g, "[]");

/** What a fact is called in the crew's words. */
export function factLabel(path: string, { catalogue, floors, shown, studs }: FactAround, heightBy?: string): string {
  const words = (studs === "steel" ? catalogue.words_in_steel : catalogue.words)[shown.words] ?? {};
  if (path === "opening.header.source") return `Who gave the size of the ${words.header ?? "header"}`;
  if (path === "wall.height") return heightLabel(heightBy, words);
  if (path === "opening.frame.depth") return "Frame depth, if delivered";
  if (path === "opening.frame.thickness") return `Thickness of the ${words.leg ?? "leg"}s`;
  return capital(
    choiceAt(path, { catalogue, region: shown.words, floors, studs })?.label ??
      catalogue.facts[anyPlace(path)]?.label[shown.words] ??
      path.slice(path.lastIndexOf(".") + 1),
  );
}

/** What a length is as it stands: what is said, or the house rule that stands in. */
export function factFigure(path: string, { catalogue, result, studs }: FactAround): string | undefined {
  const rule = ruleFor(path, catalogue.facts[anyPlace(path)]?.rule ?? "", studs);
  return result?.heard[path]?.length.text ?? (rule ? result?.rules[rule]?.text : undefined);
}

/** One fact that an opening may take from its job: a length, a choice, or a text. */
export function FactField(props: Props) {
  const { path, value, set, none, heightBy, studs, catalogue, floors, shown, result, errors } = props;
  const label = factLabel(path, props, heightBy);
  const fact = catalogue.facts[anyPlace(path)];
  const choice = choiceAt(path, { catalogue, region: shown.words, floors, studs });
  const error = errors.find((e) => e.path === path || e.path === catalogue.usual[path]);
  if (fact) {
    const standsIn = ruleFor(path, fact.rule, studs);
    const rule = standsIn ? result?.rules[standsIn] : undefined;
    return (
      <LengthField
        label={label}
        kind={fact.kind}
        path={path}
        unit={shown.unit}
        step={shown.step}
        value={value as LengthText}
        heard={value ? result?.heard[path] : undefined}
        error={error}
        fallback={rule ? { text: rule.digits, by: "by house rule" } : undefined}
        onChange={set}
      />
    );
  }
  if (choice)
    return (
      <NativeSelect
        label={label}
        data-path={path}
        data-walk
        value={choiceOf(value)}
        error={error && told(error)}
        onChange={(event) => set(chosen(event.currentTarget.value, choice.kind))}
        data={[{ value: "", label: none }, ...choice.data.filter((one) => one.value)]}
      />
    );
  return (
    <TextInput
      label={label}
      data-path={path}
      data-walk
      maxLength={80}
      value={(value as string | undefined) ?? ""}
      error={error && told(error)}
      onChange={(event) => set(event.currentTarget.value || undefined)}
    />
  );
}
