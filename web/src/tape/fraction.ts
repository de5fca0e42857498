/** Split digits such as "-82 7/16", "13/16" or "20.5" into sign, whole part and fraction. */
export function split(digits: string): { sign: string; whole: string; fraction: string } {
  const sign = digits.startsWith("-") ? "−" : "";
  const parts = digits.replace("-", "").split(" ");
  const last = parts.at(-1)!;
  const fraction = last.includes("/") ? last : "";
  return { sign, whole: fraction ? parts.slice(0, -1).join(" ") : last, fraction };
}
