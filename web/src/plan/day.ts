/** The time of day of a moment by the clock on the wall. */
export const clock = (at: string) => at.slice(11, 16);

/** A day as it is said: "Friday 27 November". */
export const dayOf = (iso: string) =>
  new Date(`${iso.slice(0, 10)}T12:00:00`).toLocaleDateString([], { weekday: "long", day: "numeric", month: "long" });
