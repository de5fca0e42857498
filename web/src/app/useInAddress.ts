import { useState } from "react";
import { useSearchParams } from "react-router";

/** What narrows a page's list: it stands in the address, so that a reload and the way back find the list narrowed alike. */
export function useInAddress<T extends string = string>(name: string, otherwise: NoInfer<T>): [T, (to: T) => void] {
  const [asked, setAsked] = useSearchParams();
  const [value, setValue] = useState(() => (asked.get(name) as T | null) ?? otherwise);
  const set = (to: T) => {
    setValue(to); // at once: the address follows after the next frame, and the cursor would jump with it
    setAsked(
      (now) => {
        const next = new URLSearchParams(now);
        if (to === otherwise) next.delete(name);
        else next.set(name, to);
        return next;
      },
      { replace: true },
    );
  };
  return [value, set];
}
