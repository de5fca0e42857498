import "../drawing/drawing.css";

import clsx from "clsx";
import { useParams } from "react-router";

import type { Result } from "../api/client";
import { Digits, WithFractions } from "../tape/Digits";
import { Figures, PrintFlags } from "./parts";
import { PrintFrame } from "./PrintFrame";
import { useSolved } from "./useSolved";
import styles from "./SettingPage.module.css";

/** One page to carry to the hole: where the frame stands, what goes behind it, what comes off the legs, room for the gaps. */
export function SettingPage() {
  const id = Number(useParams().openingId);
  const solved = useSolved(id);
  const set = solved.solved?.found.set;
  return (
    <PrintFrame of={solved} title="Set sheet" back={`/openings/${id}/set`}>
      {(_, result) => (
        <>
          {set ? (
            <>
              <p className={styles.printVerdict}>
                {set.said} {set.pieces} pieces to carry.
              </p>
              <p>{set.set_by}</p>
              <Figures result={result} lead="set" />
              <table className="cuts">
                <caption>Behind the legs, in nailing order</caption>
                <thead>
                  <tr>
                    <th scope="col">Where</th>
                    <th scope="col">Up</th>
                    <th scope="col">Gap</th>
                    <th scope="col">Goes in</th>
                    <th scope="col">Done</th>
                  </tr>
                </thead>
                <tbody>
                  {set.stations.map((s) => (
                    <tr key={s.name}>
                      <th scope="row">{s.label}</th>
                      <td>
                        <WithFractions text={s.up} />
                      </td>
                      <td className="cut-length">
                        <Digits of={result.figures[s.figure]!.value} />
                      </td>
                      <td>
                        <WithFractions text={s.pack} />
                        {s.enter === "split" && " — cut a wedge"}
                      </td>
                      <td className="tick">☐</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <Figures result={result} lead="wall" />
            </>
          ) : (
            <p>
              {result.stages.includes("set")
                ? "No set plan yet: read the widths of the hole first."
                : "Nothing hinged hangs here: its frame is set by the work card."}
            </p>
          )}
          {result.stages.includes("hang") && <Gaps result={result} />}
          <PrintFlags result={result} stages={["survey", "set", "hang"]} title="Before and after it is set" />
        </>
      )}
    </PrintFrame>
  );
}

/** The seven gaps, as read or to be written in. */
function Gaps({ result }: { result: Result }) {
  const read = new Map(result.found.check?.gaps.map((g) => [g.place, g]));
  const places = result.found.asks.filter((a) => a.phase === "check" && a.place.startsWith("gap_"));
  return (
    <table className={clsx(styles.printGaps, "cuts")}>
      <caption>Gaps after setting</caption>
      <tbody>
        <tr>
          {places.map((p) => (
            <th key={p.place} scope="col">
              {p.label.replace(/^Gap at the /, "")}
            </th>
          ))}
        </tr>
        <tr>
          {places.map((p) => (
            <td key={p.place}>{read.get(p.place)?.read ?? " "}</td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
