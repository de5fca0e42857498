import { useParams } from "react-router";

import type { Result } from "../api/client";
import { HEIGHTS_FROM } from "../api/words";
import { Digits } from "../tape/Digits";
import { BuyTable, CutTable } from "../slip/CutTable";
import { PrintFlags } from "./parts";
import { PrintFrame } from "./PrintFrame";
import { useSolved } from "./useSolved";
import styles from "./CutListPage.module.css";

const LEADING = [
  "ro_width",
  "ro_height",
  "head_underside",
  "set_mark",
  "track_line",
  "slab_width",
  "leaf_size_width",
  "side_play",
  "head_play",
];

/** One clean page to carry to the saw: sizes, cut list, plate marks, pole marks, and what stands against cutting. */
export function CutListPage() {
  const id = Number(useParams().openingId);
  const solved = useSolved(id);
  const opening = solved.page.data?.opening;
  return (
    <PrintFrame of={solved} title="Cut list" back={`/openings/${id}/frame`}>
      {(_, result) => (
        <>
          <Leading result={result} />
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

function Leading({ result }: { result: Result }) {
  return (
    <dl className="print-leading">
      {LEADING.map((name) => {
        const figure = result.figures[name];
        return (
          figure && (
            <div key={name}>
              <dt>{figure.label}</dt>
              <dd>
                <Digits of={figure.value} />
              </dd>
            </div>
          )
        );
      })}
    </dl>
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

const ALONG = [
  "track_start",
  "track_end",
  "slab_closed_near",
  "slab_closed_far",
  "slab_open_near",
  "slab_open_far",
  "wheel_closed_1",
  "wheel_closed_2",
  "wheel_open_1",
  "wheel_open_2",
  "stop_closed",
  "stop_open",
  "guide_at",
];

function TrackMarks({ result }: { result: Result }) {
  if (!result.track) return null;
  const names = [...ALONG, ...Object.keys(result.figures).filter((n) => /^bore_\d+$/.test(n))].filter(
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
