import { NativeSelect } from "@mantine/core";

import type { HeightsFrom } from "../api/client";
import { HEIGHTS_FROM } from "../api/words";
import { useShow } from "../app/show";
import { Sheet } from "../drawing/Sheet";
import { useWork } from "../work/context";
import styles from "./PlanSheet.module.css";

/** The opening between its tapes, and what its heights are read from where there is more than the rough floor. */
export function PlanSheet() {
  const { result } = useWork();
  const { setHeights } = useShow();
  return (
    <>
      <Sheet />
      {result && result.heights.can.length > 1 && (
        <NativeSelect
          className={styles.from}
          aria-label="Heights from"
          value={result.heights.read_from}
          onChange={(event) => setHeights(event.currentTarget.value as HeightsFrom)}
          data={result.heights.can.map((from) => ({ value: from, label: `from the ${HEIGHTS_FROM[from]}` }))}
        />
      )}
    </>
  );
}
