import type { CutSection } from "../api/client";
import { WithFractions } from "../tape/Digits";
import { within } from "../api/words";
import styles from "./Overview.module.css";
import type { CuttingWork } from "./useCutting";

interface Props {
  of: CutSection;
  work: CuttingWork;
  /** The longest stick of all sections, that all are drawn to the scale of. */
  longest: number;
}

const WIDE = 92; // px of the longest stick
const MANY = 40; // bars from which on they are drawn at half the scale
const MOST = 100; // bars that are drawn: nobody counts more

/** All sticks of a section as thin bars to scale: those that are cut, those from the rack, those to buy; what is left of each is light. */
export function Sticks({ of, work, longest }: Props) {
  const cut = (work.cut.data ?? []).filter((one) => one.section === of.section);
  const all = cut.length + of.sticks.length;
  const many = all > MANY;
  const room = Math.max(0, MOST - cut.length);
  const wide = (mm: number) => ({ width: ((many ? WIDE / 2 : WIDE) * mm) / longest });
  return (
    <span className={styles.sticks} data-many={many || undefined} aria-hidden="true">
      {cut.slice(0, MOST).map((one) => (
        <i key={one.id} data-is="cut" style={wide(one.mm)} />
      ))}
      {of.sticks.slice(0, room).map((stick, n) => (
        <i key={n} data-is={stick.offcut === null ? "bought" : "rack"} style={wide(stick.mm)}>
          <i style={wide(stick.left_mm)} data-kept={stick.kept || undefined} />
        </i>
      ))}
      {all > MOST && `and ${all - MOST} more`}
    </span>
  );
}

/** How many sticks of a section are cut, from the rack and to buy, in words. */
export function counted(of: CutSection, work: CuttingWork) {
  const cut = (work.cut.data ?? []).filter((one) => one.section === of.section).length;
  const rack = of.sticks.filter((one) => one.offcut !== null).length;
  const bought = of.sticks.length - rack;
  return [
    bought > 0 && `${bought} to buy`,
    rack > 0 && `${rack} from the rack`,
    cut > 0 && `${cut} cut`,
    of.sticks.length === 0 && "nothing left to cut",
  ]
    .filter(Boolean)
    .join(" · ");
}

/** What cannot be cut, of a section. */
export function Cannot({ of }: { of: CutSection }) {
  if (of.cannot.length === 0) return null;
  return (
    <ul className={styles.cannot} role="alert">
      {of.cannot.map((c, n) => (
        <li key={n}>
          <strong>
            {c.mark} {within(c.label)} <WithFractions text={c.text} />
          </strong>
          : {c.why}.
        </li>
      ))}
    </ul>
  );
}
