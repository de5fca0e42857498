/** A text as it stands within a sentence: its first letter small, and nothing else; "RO" and "A" stay as they are. */
export const within = (text: string) =>
  /^\p{Lu}(\p{Lu}|\b)/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);

/** A word with a capital, as a heading or a label begins. */
export const capital = (text: string) => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

/** How much larger than true something is drawn. */
export const timesTrue = (times: number) => (Math.round(times) === 1 ? "true" : `× ${Math.round(times)}`);

/** What a height is taped or told from. */
export const HEIGHTS_FROM: Record<string, string> = {
  rough_floor: "rough floor",
  floor_a: "finished floor, side A",
  floor_b: "finished floor, side B",
  level_line: "level line",
};
