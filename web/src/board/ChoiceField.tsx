import { NativeSelect } from "@mantine/core";

import type { Region, Wall, WallLayout } from "../api/client";
import { capital } from "../api/words";
import { useCatalogue } from "../app/useCatalogue";
import { choiceAt, choiceOf, chosen } from "../work/choices";

interface ChoiceProps {
  path: string;
  value: unknown;
  /** What it takes from its job where it says nothing. */
  usual?: WallLayout["usual"];
  words: Region;
  studs?: Wall["studs"];
  /** What it is called here, and what counts while nobody chose, where its own will not do. */
  label?: string;
  fallback?: string;
  keep: (to: ReturnType<typeof chosen>) => void;
}

/** A choice of a wall's or a floor's facts, in the crew's words; one it takes from its job says so. */
export function ChoiceField({ path, value, usual = {}, words, studs, label, fallback, keep }: ChoiceProps) {
  const catalogue = useCatalogue().data;
  const of = catalogue && choiceAt(path, { catalogue, region: words, floors: [], studs });
  if (!of) return null;
  return (
    <div>
      <NativeSelect
        label={label ?? capital(of.label)}
        data-path={path}
        value={choiceOf(value ?? usual[path]) || (fallback ?? of.fallback)}
        onChange={(e) => keep(chosen(e.currentTarget.value, of.kind))}
        data={of.data}
      />
      {path in catalogue.usual && (
        <p className="heard">{(value ?? null) === null && usual[path] ? "from the job" : null}</p>
      )}
    </div>
  );
}
