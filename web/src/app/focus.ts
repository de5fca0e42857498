import { useEffect } from "react";

const PLACES =
  'a[href],button:not([disabled]),input:not([disabled]):not([type="hidden"]),select:not([disabled]),textarea:not([disabled]),summary,[tabindex]:not([tabindex="-1"])';

const open = (place: Element) => place.isConnected && !place.matches(":disabled") && place.checkVisibility();

/** Places that can have the focus, in working order. */
const places = (within: ParentNode = document) => [...within.querySelectorAll<HTMLElement>(PLACES)];

/**
 * Keeps the focus on the page: where what had it goes away, is greyed out, or closes, the next place in working order gets it;
 * on a new page its first field, or its heading; where a dialog closes, what it was opened from. Never the page itself, where keys lead nowhere.
 */
export function useFocusKept() {
  useEffect(() => {
    let last: HTMLElement | null = null;
    let dialog: Element | null = null; // the one it is in
    let from: HTMLElement | null = null; // what had it before that dialog took it
    let around: HTMLElement[] = [];
    let at = -1;
    let meant = false; // somebody pressed an empty stretch of the page
    const remember = (place: HTMLElement) => {
      meant = false;
      const within = place.closest('[role="dialog"]');
      if (within !== dialog) from = last;
      dialog = within;
      last = place;
      around = places();
      at = around.indexOf(place);
    };
    const taken = (event: FocusEvent) => {
      if (event.target instanceof HTMLElement) remember(event.target);
    };
    const pressed = (event: PointerEvent) => {
      meant = event.target instanceof Element && !event.target.closest(`${PLACES},label,[role="dialog"]`);
    };
    let asked = 0;
    const look = () => {
      asked = 0;
      const held = document.activeElement;
      if ((held && held !== document.body) || meant || !last) return;
      const back = dialog && !open(dialog) ? from : last;
      if (back && open(back)) {
        back.focus({ preventScroll: true });
        return;
      }
      const next =
        around.slice(at + 1).find(open) ?? around.slice(0, Math.max(at, 0)).reverse().find(open) ?? firstPlace();
      next?.focus({ preventScroll: true });
    };
    // after whatever was pressed has done what it does
    const soon = () => {
      if (!asked) asked = requestAnimationFrame(look);
    };
    const changes = new MutationObserver(soon);
    changes.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ["disabled", "hidden", "aria-hidden"],
    });
    document.addEventListener("focusin", taken);
    document.addEventListener("focusout", soon);
    document.addEventListener("pointerdown", pressed, true);
    return () => {
      changes.disconnect();
      cancelAnimationFrame(asked);
      document.removeEventListener("focusin", taken);
      document.removeEventListener("focusout", soon);
      document.removeEventListener("pointerdown", pressed, true);
    };
  }, []);
}

/** Where work on a page starts: its heading, from which Tab leads on. */
function firstPlace(): HTMLElement | null {
  const heading = document.querySelector<HTMLElement>("h1");
  heading?.setAttribute("tabindex", "-1");
  return heading;
}
