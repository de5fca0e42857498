/** A day as a carpenter says it: "Tue 24 Nov". */
export const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString([], { weekday: "short", day: "numeric", month: "short" });
