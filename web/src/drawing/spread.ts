/** Push labels apart along a line so that none overlap, each as near to its own place as the others allow. */
export function spread(places: number[], size: number, from: number, to: number): number[] {
  const order = places.map((place, i) => ({ place, i })).sort((a, b) => a.place - b.place);
  // Groups of touching labels, each centred on the mean of its members' places.
  const groups: { sum: number; members: typeof order }[] = [];
  const middle = (g: { sum: number; members: unknown[] }) => {
    const room = (g.members.length * size) / 2;
    return Math.min(Math.max(g.sum / g.members.length, from + room), to - room);
  };
  for (const label of order) {
    groups.push({ sum: label.place, members: [label] });
    for (;;) {
      const last = groups.at(-1)!;
      const before = groups.at(-2);
      if (
        !before ||
        middle(last) - (last.members.length * size) / 2 >= middle(before) + (before.members.length * size) / 2
      )
        break;
      groups.splice(-2, 2, { sum: before.sum + last.sum, members: [...before.members, ...last.members] });
    }
  }
  const placed: number[] = [];
  for (const group of groups) {
    const start = middle(group) - (group.members.length * size) / 2;
    group.members.forEach((label, n) => (placed[label.i] = start + (n + 0.5) * size));
  }
  return placed;
}

/**
 * Which labels, of places in their order of worth, stand within `far` of their own place when they are pushed apart. The
 * first `sure` of them stand in any case, and others may push them twice as far.
 */
export function standingNear(
  places: number[],
  sure: number,
  far: number,
  ...[size, from, to]: [number, number, number]
): number[] {
  const most = Math.floor((to - from) / size);
  const standing: number[] = [];
  for (const [n, place] of places.entries()) {
    if (standing.length >= most) break;
    const tried = [...standing.map((i) => places[i]!), place];
    const at = spread(tried, size, from, to);
    const near = tried.every((own, i) => Math.abs(at[i]! - own) <= (i < sure ? 2 * far : far));
    if (n < sure || near) standing.push(n);
  }
  return standing;
}
