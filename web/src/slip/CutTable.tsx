import type { Result } from "../api/client";
import { FigureLength } from "./FigurePress";
import { Digits, WithFractions } from "../tape/Digits";

/** The cut list: count, piece, length, stock. On the opening screen each length opens its slip. */
export function CutTable({ result, still }: { result: Result; still?: boolean }) {
  if (result.pieces.length === 0) return <p className="quiet">Nothing is cut for this opening.</p>;
  return (
    <table className="cuts">
      <caption>Cut list</caption>
      <thead>
        <tr>
          <th scope="col">No.</th>
          <th scope="col">Piece</th>
          <th scope="col">Length</th>
          <th scope="col">Stock, {result.unit}</th>
        </tr>
      </thead>
      <tbody>
        {result.pieces.map((piece) => {
          const figure = result.figures[piece.figure];
          return (
            <tr key={piece.figure} data-part={piece.part}>
              <td>{piece.count}</td>
              <th scope="row">
                {piece.label}
                {piece.at && (
                  <span className="from">
                    <WithFractions text={`at ${piece.at}`} />
                  </span>
                )}
              </th>
              <td className="cut-length">
                {still && figure ? (
                  <Digits of={figure.value} />
                ) : still ? (
                  "waits"
                ) : (
                  <FigureLength name={piece.figure} />
                )}
              </td>
              <td>
                <WithFractions text={piece.section} />
                {piece.made_of && <small className="quiet">{piece.made_of}</small>}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** The buy list: what is needed besides wood. */
export function BuyTable({ result }: { result: Result }) {
  if (result.hardware.length === 0) return null;
  return (
    <table className="cuts buys">
      <caption>To buy</caption>
      <tbody>
        {result.hardware.map((item) => (
          <tr key={`${item.label} ${item.detail}`}>
            <td>{item.count}</td>
            <th scope="row">
              {item.label}
              {item.detail && (
                <span className="from">
                  <WithFractions text={item.detail} />
                </span>
              )}
            </th>
            <td>{item.length && <Digits of={item.length} />}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
