/** A text as it stands within a sentence: its first letter small, and nothing else; "RO" and "A" stay as they are. */
export const within = (text: string) =>
  /^\p{Lu}(\p{Lu}|\b)/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
