import type { ReactNode } from "react";

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
    <fieldset className="kinds" data-path={path}>
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

/** Elevations of what can hang in a frame. */
export const LEAVES: Kind<"1" | "2">[] = [
  {
    value: "1",
    label: "Single",
    drawing: (
      <>
        <path className="post" d="M14 62V4h36v58" />
        <rect className="leaf" x="18" y="8" width="28" height="53" />
        <path className="swing" d="M46 8L18 34L46 61" />
      </>
    ),
  },
  {
    value: "2",
    label: "Pair",
    drawing: (
      <>
        <path className="post" d="M4 62V4h56v58" />
        <rect className="leaf" x="8" y="8" width="23" height="53" />
        <rect className="leaf" x="33" y="8" width="23" height="53" />
        <path className="swing" d="M31 8L8 34L31 61M33 8L56 34L33 61" />
      </>
    ),
  },
];

export type FrameKind = "flat_jamb" | "lining_kit" | "rabbeted" | "split_jamb";

/** The corner of leg and head (or, for the split jamb, its section), which is what tells the frames apart. */
export const FRAMES: Kind<FrameKind>[] = [
  {
    value: "flat_jamb",
    label: "Flat jamb",
    drawing: (
      <>
        <rect className="leg" x="10" y="22" width="14" height="42" />
        <rect className="head" x="10" y="8" width="54" height="14" />
      </>
    ),
  },
  {
    value: "lining_kit",
    label: "Lining kit",
    drawing: (
      <>
        <path className="head" d="M2 8h62v18H32v-8H18v8H2z" />
        <rect className="leg" x="18" y="18" width="14" height="46" />
      </>
    ),
  },
  {
    value: "rabbeted",
    label: "Rabbeted",
    drawing: (
      <>
        <path className="leg" d="M10 8h8v14h8v42H10z" />
        <rect className="head" x="18" y="8" width="46" height="14" />
      </>
    ),
  },
  {
    value: "split_jamb",
    label: "Split jamb",
    drawing: (
      <>
        <path className="leg" d="M4 20h30v10H14v26H4z" />
        <path className="head" d="M60 20H38v6H20v8h18v-2h12v24h10z" />
      </>
    ),
  },
];
