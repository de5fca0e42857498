import { Popover } from "@mantine/core";
import { useState } from "react";

import type { PlannedPiece, PlannedStick } from "../api/client";
import { within } from "../api/words";
import { WithFractions } from "../tape/Digits";
import { named, part } from "./alike";
import styles from "./StickBar.module.css";

interface Props {
  stick: PlannedStick;
  /** The longest stick of all, that all are drawn to the scale of. */
  longest: number;
  tints: Map<string, number>;
  cut: (piece: PlannedPiece) => void;
}

/** A stick to scale: its pieces from the squared end, with the mark of each cut under it. */
export function StickBar({ stick, longest, tints, cut }: Props) {
  const at = (mm: number) => `${(100 * mm) / longest}%`;
  return (
    <div className={styles.withMarks}>
      <div
        className={styles.stick}
        style={{ width: at(stick.mm) }}
        role="group"
        aria-label={`Stick of ${stick.text}: ${named(stick).join(", ")}; ${stick.left} left`}
      >
        {stick.pieces.map((piece, n) => (
          <Piece key={n} piece={piece} stick={stick} tint={tints.get(piece.mark) ?? 0} cut={cut} />
        ))}
        <span
          className={styles.left}
          data-kept={stick.kept || undefined}
          style={{ left: `${(100 * (stick.mm - stick.left_mm)) / stick.mm}%`, right: 0 }}
        >
          {stick.kept && <WithFractions text={`${stick.left} left`} />}
        </span>
      </div>
      <div className={styles.marks} style={{ width: at(stick.mm) }} aria-hidden="true">
        {stick.pieces.map((piece, n) => (
          <span
            key={n}
            style={{
              left: `${(100 * piece.start) / stick.mm}%`,
              width: `${(100 * (piece.end - piece.start)) / stick.mm}%`,
            }}
          >
            <i>{stick.as_it_comes ? "as it comes" : <WithFractions text={piece.mark_at.replace(/ (in|mm)$/, "")} />}</i>
          </span>
        ))}
      </div>
    </div>
  );
}

const toMark = (piece: PlannedPiece, stick: PlannedStick) =>
  stick.as_it_comes ? "the stick as it comes" : `to the mark ${piece.mark_at}`;

interface PieceProps {
  piece: PlannedPiece;
  stick: PlannedStick;
  tint: number;
  cut: (piece: PlannedPiece) => void;
}

function Piece({ piece, stick, tint, cut }: PieceProps) {
  const [open, setOpen] = useState(false);
  const at = (mm: number) => `${(100 * mm) / stick.mm}%`;
  return (
    <Popover opened={open} onChange={setOpen} position="bottom" withinPortal={false} trapFocus returnFocus>
      <Popover.Target>
        <button
          type="button"
          className={styles.piece}
          data-tint={tint}
          style={{ left: at(piece.start), width: at(piece.end - piece.start) }}
          aria-label={`${piece.mark} ${piece.text}, ${within(piece.label)}${part(piece)}, ${toMark(piece, stick)}`}
          onClick={() => setOpen(!open)}
        >
          <span className={styles.mark}>{piece.mark}</span>{" "}
          <span className={styles.length}>
            <WithFractions text={piece.text.replace(/ (in|mm)$/, "")} />
          </span>
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <p>
          <strong>
            {piece.mark} {within(piece.label)}
            {part(piece)}
          </strong>
        </p>
        <p>
          <WithFractions text={`${piece.text}, ${toMark(piece, stick)}`} />
        </p>
        {piece.part === null && (
          <button
            type="button"
            className={styles.alone}
            onClick={() => {
              setOpen(false);
              cut(piece);
            }}
          >
            Cut already, from something else
          </button>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
