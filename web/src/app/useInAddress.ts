import { useState } from "react";
import { NavigationType, useLocation, useNavigationType, useSearchParams } from "react-router";

/** What narrows a page's list: it stands in the address, so that a reload and the way back find the list narrowed alike. */
export function useInAddress<T extends string = string>(name: string, otherwise: NoInfer<T>): [T, (to: T) => void] {
  const [asked, setAsked] = useSearchParams();
  const said = (asked.get(name) as T | null) ?? otherwise;
  const [value, setValue] = useState(said);
  const { key } = useLocation();
  const [here, come] = useState(key);
  const led = useNavigationType() !== NavigationType.Replace; // by a link to the same page, and not by what is typed in it
  if (key !== here) {
    come(key);
    if (led) setValue(said);
  }
  const set = (to: T) => {
    setValue(to); // at once: the address follows after the next frame, and the cursor would jump with it
    setAsked(
      (now) => {
        const next = new URLSearchParams(now);
        if (to === otherwise) next.delete(name);
        else next.set(name, to);
        return next;
      },
      { replace: true, preventScrollReset: true },
    );
  };
  return [value, set];
}
