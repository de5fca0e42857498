import type { OpeningPageData, Result } from "../api/client";

/** The pieces of an opening that are cut to a length, each with how far it is cut; the card and its sign-off count alike. */
export function piecesToCut(page: OpeningPageData, result: Result) {
  const cut = new Map(page.cuts.map((c) => [String(c.detail.figure), c]));
  return result.pieces
    .filter((p, n, all) => result.figures[p.figure] && all.findIndex((o) => o.figure === p.figure) === n)
    .map((piece) => {
      // legs that were cut alike before the floor was read are cut, each at that length
      const done = cut.get(piece.figure) ?? (piece.alike ? cut.get(piece.alike) : undefined);
      return { piece, done, whole: done !== undefined && done.detail.count === undefined };
    });
}
