const SLOT = "jambo.ahead";
const LONGEST_WAIT = 10_000; // ms until a page that was asked for is there

/** Catch what is typed from now until a field has the focus, so that nothing typed while a page comes is lost. */
export function catchTyping() {
  sessionStorage.removeItem(SLOT);
  const done = new AbortController();
  const listen = { capture: true, signal: AbortSignal.any([done.signal, AbortSignal.timeout(LONGEST_WAIT)]) };
  document.addEventListener(
    "keydown",
    (event) => {
      if (event.target instanceof Element && event.target.matches("input,textarea,select")) done.abort();
      else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey) {
        sessionStorage.setItem(SLOT, (sessionStorage.getItem(SLOT) ?? "") + event.key);
        event.preventDefault();
        event.stopPropagation();
      }
    },
    listen,
  );
}

/** What was caught, once. */
export function caughtTyping(): string {
  const text = sessionStorage.getItem(SLOT) ?? "";
  sessionStorage.removeItem(SLOT);
  return text;
}
