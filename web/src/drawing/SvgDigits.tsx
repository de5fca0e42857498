import type { Length } from "../api/client";
import { split } from "../tape/fraction";

/** A length inside an SVG text, with a true fraction. */
export function SvgDigits({ of }: { of: Pick<Length, "digits"> }) {
  const { sign, whole, fraction } = split(of.digits);
  return (
    <>
      <tspan>
        {sign}
        {whole}
      </tspan>
      {fraction && (
        <tspan className="frac" dx={whole ? 2 : 0}>
          {fraction}
        </tspan>
      )}
    </>
  );
}
