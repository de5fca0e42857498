import { useLocalStorage } from "@mantine/hooks";
import { createContext, type ReactNode, type RefObject, useContext, useEffect, useMemo } from "react";

import { pointed } from "./pointed";

interface PadOut {
  /** The pad is out: whichever field is filled next gets it. */
  out: boolean;
  put: (out: boolean) => void;
}

// a tape's fractions are not on a phone's own keys: there the pad comes by itself
const BY_THUMB = window.matchMedia("(pointer: coarse)").matches;

const PadContext = createContext<PadOut>({ out: false, put: () => undefined });

/** The number pad goes with the field that is being filled, from one to the next, until it is put away. */
export function PadProvider({ children }: { children: ReactNode }) {
  const [out, put] = useLocalStorage({ key: "jambo.pad", defaultValue: BY_THUMB, getInitialValueInEffect: false });
  const value = useMemo(() => ({ out, put }), [out, put]);
  return <PadContext value={value}>{children}</PadContext>;
}

const under = pointed();

/** A field is being filled, or none. It keeps the pad until another is: what is under the finger must not move away. */
export const takePad = under.point;

export const usePad = () => useContext(PadContext);

/** Whether the pad stands under a field; the field is then in view above it. */
export function usePadUnder(field: string, input: RefObject<HTMLInputElement | null>) {
  const isUnder = under.useIsAt(field);
  const here = usePad().out && isUnder;
  useEffect(() => {
    if (here) input.current?.scrollIntoView({ block: "nearest" });
  }, [here, input]);
  return here;
}
