/** Names one after the other: "D1", "D1 and D2", "D1, D2 and D3". */
export const listed = (names: string[]) =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)!}`;

/** What a wall without a name is called: by the openings it holds. */
export const wallOf = (marks: string[]) =>
  marks.length === 0
    ? "an empty wall"
    : `wall of ${listed(marks.length > 3 ? [...marks.slice(0, 2), "others"] : marks)}`;
