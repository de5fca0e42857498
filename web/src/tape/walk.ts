/** Go to the next (or previous) field in walking order; past the last one the page's next stage takes over. */
export function walkOn(from: HTMLElement, by: 1 | -1) {
  const fields = [...document.querySelectorAll<HTMLElement>("[data-walk]")].filter((f) => f.checkVisibility());
  const next = fields[fields.indexOf(from) + by];
  if (next) {
    next.focus();
    next.scrollIntoView({ block: "nearest" });
  } else if (by === 1) {
    document.dispatchEvent(new CustomEvent("jambo:stage-done"));
  }
}
