import { useParams } from "react-router";

import type { Result } from "../api/client";
import { HEIGHTS_FROM } from "../api/words";
import { Digits } from "../tape/Digits";
import { BuyTable, CutTable } from "../slip/CutTable";
import { Figures, PrintFlags } from "./parts";
import { useLeads } from "../app/useCatalogue";
import { PrintFrame } from "./PrintFrame";
import { useSolved } from "./useSolved";
import styles from "./CutListPage.module.css";

/** One clean page to carry to the saw: sizes, cut list, plate marks, pole marks, and what stands against cutting. */
export function CutListPage() {
  const id = Number(useParams().openingId);
  const solved = useSolved(id);
  const opening = solved.page.data?.opening;
  return (
    <PrintFrame of={solved} title="Cut list" back={`/openings/${id}/frame`}>
      {(_, result) => (
        <>
          <Figures result={result} lead="cut" />
          <CutTable result={result} still />
          <BuyTable result={result} />
          <div className={styles.printPair}>
            {!result.standing && <Marks result={result} from={opening?.position?.measured_from ?? "left"} />}
            <Pole result={result} />
          </div>
          <TrackMarks result={result} />
          <PrintFlags result={result} title="Before you cut" />
        </>
      )}
    </PrintFrame>
  );
}

function Marks({ result, from }: { result: Result; from: string }) {
  const marks = result.marks.filter((m) => m.what !== "wall_end");
  if (marks.length === 0) return <p className="quiet">No plate marks: the opening has no place on its wall yet.</p>;
  return (
    <table className="cuts">
      <caption>Plate marks from the {from} end, seen from side A</caption>
      <tbody>
        {marks.map((mark) => (
          <tr key={mark.figure}>
            <td className="cut-length">
              <Digits of={result.figures[mark.figure]!.value} />
            </td>
            <th scope="row">{result.figures[mark.figure]!.label}</th>
            <td>{mark.crossed ? `X ${mark.crossed}` : ""}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Pole({ result }: { result: Result }) {
  return (
    <table className="cuts">
      <caption>Story pole, up from the {HEIGHTS_FROM[result.heights.read_from]}</caption>
      <tbody>
        {[...result.pole].reverse().map((mark) => (
          <tr key={mark.figure}>
            <td className="cut-length">
              <Digits of={mark.read} />
            </td>
            <th scope="row">
              {result.figures[mark.figure]!.label}
              {mark.under && ", under it"}
            </th>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function TrackMarks({ result }: { result: Result }) {
  const leads = useLeads();
  if (!result.track) return null;
  const names = [...(leads.track ?? []), ...Object.keys(result.figures).filter((n) => /^bore_\d+$/.test(n))].filter(
    (n) => result.figures[n],
  );
  return (
    <table className="cuts">
      <caption>Along the track, from the opening’s edge on the closed side</caption>
      <tbody>
        {names.map((name) => (
          <tr key={name}>
            <td className="cut-length">
              <Digits of={result.figures[name]!.value} />
            </td>
            <th scope="row">{result.figures[name]!.label}</th>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
