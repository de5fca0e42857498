/** Openings of which nothing, or not everything, stands on a page: those that cannot be, and those that lack facts. */
export function NotHere({ leftOut, waiting }: { leftOut: string[]; waiting: string[] }) {
  return (
    <>
      {leftOut.length > 0 && <p className="error">Left out, they cannot be: {leftOut.join(", ")}.</p>}
      {waiting.length > 0 && (
        <p>
          {waiting.length === 1
            ? `Opening ${waiting[0]} lacks facts: not all it needs stands here yet.`
            : `These openings lack facts, and not all they need stands here yet: ${waiting.join(", ")}.`}
        </p>
      )}
    </>
  );
}
