/** Seconds since a press, by a clock nobody sets: what waits for its network still says when it was. */
export const secondsSince = (pressed: number) =>
  Math.max(0, Math.min(3 * 86_400, (performance.now() - pressed) / 1000));
