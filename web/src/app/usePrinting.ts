import { useSyncExternalStore } from "react";

const PAPER = window.matchMedia("print");
let asked = false;
// told before the page is laid out for paper, when the browser does not call it paper yet
window.addEventListener("beforeprint", () => (asked = true));
window.addEventListener("afterprint", () => (asked = false));

/** Whether the page is being printed, told before it is drawn on paper. */
export const usePrinting = () =>
  useSyncExternalStore(
    (tell) => {
      const heard = [
        [window, "beforeprint"],
        [window, "afterprint"],
        [PAPER, "change"],
      ] as const;
      for (const [who, what] of heard) who.addEventListener(what, tell);
      return () => {
        for (const [who, what] of heard) who.removeEventListener(what, tell);
      };
    },
    () => asked || PAPER.matches,
  );
