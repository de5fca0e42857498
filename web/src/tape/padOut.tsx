import { useLocalStorage } from "@mantine/hooks";
import { createContext, type ReactNode, useContext, useMemo, useState } from "react";

interface PadOut {
  /** The pad is out: whichever field is filled next gets it. */
  out: boolean;
  /** The field it stands under. */
  at: string | null;
  put: (out: boolean) => void;
  /** A field is being filled. It keeps the pad until another is: what is under the finger must not move away. */
  take: (field: string | null) => void;
}

// a tape's fractions are not on a phone's own keys: there the pad comes by itself
const BY_THUMB = window.matchMedia("(pointer: coarse)").matches;

const PadContext = createContext<PadOut>({ out: false, at: null, put: () => undefined, take: () => undefined });

/** The number pad goes with the field that is being filled, from one to the next, until it is put away. */
export function PadProvider({ children }: { children: ReactNode }) {
  const [out, put] = useLocalStorage({ key: "jambo.pad", defaultValue: BY_THUMB, getInitialValueInEffect: false });
  const [at, take] = useState<string | null>(null);
  const value = useMemo(() => ({ out, at, put, take }), [out, at, put]);
  return <PadContext value={value}>{children}</PadContext>;
}

export const usePad = () => useContext(PadContext);
