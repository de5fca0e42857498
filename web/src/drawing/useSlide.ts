import { useDrag } from "@use-gesture/react";

interface Slide {
  /** Where it stands, in millimetres. */
  at: number;
  /** How many millimetres it moves for a pixel to the right. */
  perPixel: number;
  /** Somebody took hold of it. */
  taken?: () => void;
  /** It is pulled to a place. */
  to: (mm: number) => void;
  /** It is let go; the last place it was pulled to, or null when it was only touched. */
  done?: (mm: number | null) => void;
  /** The gesture was taken away, by a call or a scroll. */
  lost?: () => void;
}

/** Something that slides along its tape under a pointer; its keys are its own. */
export function useSlide({ at, perPixel, taken, to, done, lost }: Slide) {
  return useDrag(
    ({ movement: [dx], first, last, event, memo }) => {
      const from = (memo as number | undefined) ?? at;
      if (first) taken?.();
      if (last) {
        if (event.type === "pointercancel") lost?.();
        else done?.(dx === 0 ? null : from + dx * perPixel);
      } else if (dx !== 0) {
        to(from + dx * perPixel);
      }
      return from;
    },
    { pointer: { keys: false } },
  );
}
