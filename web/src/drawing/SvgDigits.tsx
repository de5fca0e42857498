import type { Length } from "../api/client";

/** A length inside an SVG text, with a true fraction. */
export function SvgDigits({ of }: { of: Pick<Length, "digits"> }) {
  const fraction = /\d+\/\d+$/.exec(of.digits)?.[0];
  const whole = fraction ? of.digits.slice(0, -fraction.length).trim() : of.digits;
  return (
    <>
      <tspan>{whole}</tspan>
      {fraction && (
        <tspan className="frac" dx={whole ? 2 : 0}>
          {fraction}
        </tspan>
      )}
    </>
  );
}
