import { pointed } from "../tape/pointed";

/** The figure pointed at: it lights up on the drawing, the tapes and in every list. */
export const { point: light, useAt: useLit, useIsAt: useIsLit } = pointed();
