/** Split digits such as "-82 7/16", "13/16" or "20.5" into sign, whole part and fraction. */
export function split(digits: string): { sign: string; whole: string; fraction: string } {
  const sign = digits.startsWith("-") ? "−" : "";
  const parts = digits.replace("-", "").split(" ");
  const last = parts.at(-1)!;
  const fraction = last.includes("/") ? last : "";
  return { sign, whole: fraction ? parts.slice(0, -1).join(" ") : last, fraction };
}

/** Write an exact number such as "79/2" as a tape has it: "39 1/2". */
export function mixed(exact: string): string {
  const [over, under] = exact.split("/").map(BigInt);
  if (over === undefined || under === undefined) return exact;
  const size = over < 0n ? -over : over;
  const parts = [size / under ? `${size / under}` : "", size % under ? `${size % under}/${under}` : ""];
  return `${over < 0n ? "−" : ""}${parts.filter(Boolean).join(" ") || "0"}`;
}
