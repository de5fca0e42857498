import type { ReactNode } from "react";

import { useWork } from "../work/context";
import { light, useIsLit } from "../work/pointing";
import { Digits } from "../tape/Digits";

/** A figure that lights up everywhere when pointed at and opens its slip when pressed. */
function FigurePress({ name, className, children }: { name: string; className: string; children: ReactNode }) {
  const { open } = useWork();
  const lit = useIsLit(name);
  return (
    <button
      type="button"
      className={lit ? `${className} lit` : className}
      data-figure={className === "figure" ? name : undefined}
      onClick={() => open(name)}
      onPointerEnter={() => light(name)}
      onPointerLeave={() => light(null)}
      onFocus={() => light(name)}
      onBlur={() => light(null)}
    >
      {children}
    </button>
  );
}

/** A figure as a line of a list: its name and its length. Nothing while it is not known. */
export function FigureLine({ name }: { name: string }) {
  const figure = useWork().result?.figures[name];
  return (
    figure && (
      <FigurePress name={name} className="figure">
        <span>
          {figure.label}
          {figure.allowances.length > 0 && <em className="allowance"> on an allowance</em>}
        </span>
        <Digits of={figure.value} />
      </FigurePress>
    )
  );
}

/** A figure's length alone, in a table; "waits" while it is not known. */
export function FigureLength({ name }: { name: string }) {
  const figure = useWork().result?.figures[name];
  if (!figure) return <span className="quiet">waits</span>;
  return (
    <FigurePress name={name} className="link">
      <Digits of={figure.value} />
    </FigurePress>
  );
}
