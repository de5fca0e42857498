import type { ReactNode } from "react";
import styles from "./KindPick.module.css";

export interface Kind<T extends string> {
  value: T;
  label: string;
  drawing: ReactNode;
}

interface Props<T extends string> {
  label: string;
  path: string;
  value: T;
  kinds: Kind<T>[];
  onPick: (value: T) => void;
}

/** A kind picked by its small drawing; the words below it are for the one who is not sure. */
export function KindPick<T extends string>({ label, path, value, kinds, onPick }: Props<T>) {
  return (
    <fieldset className={styles.kinds} data-path={path}>
      <legend>{label}</legend>
      <div>
        {kinds.map((kind) => (
          <label key={kind.value} data-picked={kind.value === value || undefined}>
            <input type="radio" name={path} checked={kind.value === value} onChange={() => onPick(kind.value)} />
            <svg viewBox="0 0 64 64" aria-hidden="true">
              {kind.drawing}
            </svg>
            <span>{kind.label}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

export type DoorShape =
  "swing" | "swing_pair" | "pocket" | "pocket_pair" | "slider" | "slider_pair" | "bypass" | "cased";

const post = <path className={styles.post} d="M14 62V4h36v58" />;
const wide = <path className={styles.post} d="M4 62V4h56v58" />;

/** Elevations of what can hang. */
export const DOORS: Kind<DoorShape>[] = [
  {
    value: "swing",
    label: "Swing",
    drawing: (
      <>
        {post}
        <rect className="leaf" x="18" y="8" width="28" height="53" />
        <path className="swing" d="M46 8L18 34L46 61" />
      </>
    ),
  },
  {
    value: "swing_pair",
    label: "Swing pair",
    drawing: (
      <>
        {wide}
        <rect className="leaf" x="8" y="8" width="23" height="53" />
        <rect className="leaf" x="33" y="8" width="23" height="53" />
        <path className="swing" d="M31 8L8 34L31 61M33 8L56 34L33 61" />
      </>
    ),
  },
  {
    value: "pocket",
    label: "Pocket",
    drawing: (
      <>
        <path className={styles.post} d="M4 62V4h56v58M32 8v54" />
        <rect className="leaf" x="8" y="8" width="24" height="53" />
        <path className={styles.hidden} d="M35 8v53M44 8v53M53 8v53" />
        <path className="way" d="M14 34h26m-6 -5l6 5l-6 5" />
      </>
    ),
  },
  {
    value: "pocket_pair",
    label: "Two pockets",
    drawing: (
      <>
        <path className={styles.post} d="M2 62V4h60v58M18 8v54M46 8v54" />
        <rect className="leaf" x="19" y="8" width="12.5" height="53" />
        <rect className="leaf" x="32.5" y="8" width="12.5" height="53" />
        <path className={styles.hidden} d="M7 8v53M12 8v53M52 8v53M57 8v53" />
        <path className="way" d="M28 34H10m5 -5l-5 5l5 5M36 34h18m-5 -5l5 5l-5 5" />
      </>
    ),
  },
  {
    value: "slider",
    label: "Face slider",
    drawing: (
      <>
        <path className={styles.post} d="M6 62V12h26v50" />
        <path className="rail" d="M2 5h60" />
        <rect className="leaf" x="3" y="9" width="32" height="50" />
        <path className="way" d="M18 34h36m-6 -5l6 5l-6 5" />
      </>
    ),
  },
  {
    value: "slider_pair",
    label: "Bi-parting",
    drawing: (
      <>
        <path className={styles.post} d="M17 62V12h30v50" />
        <path className="rail" d="M1 5h62" />
        <rect className="leaf" x="14" y="9" width="17.5" height="50" />
        <rect className="leaf" x="32.5" y="9" width="17.5" height="50" />
        <path className="way" d="M24 34H4m5 -5l-5 5l5 5M40 34h20m-5 -5l5 5l-5 5" />
      </>
    ),
  },
  {
    value: "bypass",
    label: "Bypass",
    drawing: (
      <>
        {wide}
        <rect className="leaf" x="29" y="10" width="27" height="51" />
        <rect className="leaf" x="8" y="8" width="27" height="53" />
        <path className="way" d="M14 30h14m-5 -5l5 5l-5 5M50 42H38m5 -5l-5 5l5 5" />
      </>
    ),
  },
  {
    value: "cased",
    label: "No leaf",
    drawing: (
      <>
        {post}
        <path className={styles.hidden} d="M19 61V9h26v52" />
      </>
    ),
  },
];

/** The corner of leg and head (or, for the split jamb, its section), which is what tells the frames apart. */
export const CORNERS: Record<string, ReactNode> = {
  flat_jamb: (
    <>
      <rect className="leg" x="10" y="22" width="14" height="42" />
      <rect className="head" x="10" y="8" width="54" height="14" />
    </>
  ),
  lining_kit: (
    <>
      <path className="head" d="M2 8h62v18H32v-8H18v8H2z" />
      <rect className="leg" x="18" y="18" width="14" height="46" />
    </>
  ),
  rabbeted: (
    <>
      <path className="leg" d="M10 8h8v14h8v42H10z" />
      <rect className="head" x="18" y="8" width="46" height="14" />
    </>
  ),
  split_jamb: (
    <>
      <path className="leg" d="M4 20h30v10H14v26H4z" />
      <path className="head" d="M60 20H38v6H20v8h18v-2h12v24h10z" />
    </>
  ),
  steel_wrap: (
    <>
      <rect className={styles.wood} x="22" y="14" width="42" height="36" />
      <path className="sheet" d="M40 10V4H10v18h8v20h-8v18h30v-6" />
    </>
  ),
  outside_sill: (
    <>
      <rect className="leg" x="26" y="2" width="14" height="44" />
      <path className="head" d="M2 56L14 46H60V56Z" />
      <rect className={styles.wood} x="20" y="56" width="40" height="6" />
    </>
  ),
};
