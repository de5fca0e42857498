import type { ReactNode } from "react";

import { type Route, useMay } from "./useMe";
import styles from "./Only.module.css";

/** What stands there only for whoever may ask a route. */
export const Only = ({ may, children }: { may: Route; children: ReactNode }) => (useMay(may) ? children : null);

/** Fields that say what they hold to everybody, and are written in by whoever may ask a route. */
export function WrittenBy({ may, children }: { may: Route; children: ReactNode }) {
  const mine = useMay(may);
  return (
    <fieldset disabled={!mine} className={styles.fields}>
      {children}
    </fieldset>
  );
}
