import { Modal } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { useEffect } from "react";

import styles from "./Keys.module.css";

/** Every key there is, by where it counts. */
const KEYS: [string, [string[], string][]][] = [
  [
    "Everywhere",
    [
      [["?"], "this sheet"],
      [["Tab"], "the next field"],
      [["Esc"], "close what is open"],
      [["Ctrl Z"], "undo"],
      [["Ctrl Y", "Ctrl Shift Z"], "redo"],
    ],
  ],
  [
    "In a job",
    [
      [["O", "W", "M", "D", "R"], "openings, walls, material, days, record"],
      [["J"], "what is next, and what is set up once"],
      [[",", "."], "at an opening: the one before or after in the walk"],
      [["Space"], "at the saw: the next piece, or the stick is cut"],
    ],
  ],
  [
    "In a field",
    [
      [["Enter"], "take it, and on to the next"],
      [["Shift Enter"], "back to the one before"],
      [["↑", "↓"], "a tape mark more or less"],
      [["?"], "where that length lies in the door"],
    ],
  ],
  [
    "On a job’s board",
    [
      [["L"], "one more door, in a line"],
      [["N"], "a new opening, at its mark"],
      [["/"], "find an opening"],
      [["← ↑ → ↓"], "from opening to opening"],
      [["Enter"], "open it"],
      [["Alt ←", "Alt →"], "earlier or later in the walk"],
    ],
  ],
  [
    "At an opening",
    [
      [["Alt 1", "Alt 2", "…"], "the first stage, the second, …"],
      [["1", "2", "…"], "the same, while no field waits and nothing is being typed"],
      [["←", "→"], "on the row of stages: the one before or after"],
      [["P"], "on a step of the card: photograph it"],
    ],
  ],
  [
    "On a drawing",
    [
      [["←", "→"], "slide a slab, push a frame in its slot, move an opening along its wall"],
      [["Page ↑", "Page ↓"], "an opening along its wall, by 16 marks"],
      [["Home", "End"], "a slab shut and open, a frame to the ends of its slot"],
    ],
  ],
];

/** The keys, on one sheet: ? opens it. */
export function Keys() {
  const [opened, sheet] = useDisclosure(false);
  // whichever keys a keyboard makes it of
  const { open } = sheet;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const field = event.target instanceof Element && event.target.matches("input:not([type=radio]),textarea,select");
      if (event.key === "?" && !field && !event.ctrlKey && !event.metaKey) open();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, [open]);
  return (
    <Modal opened={opened} onClose={sheet.close} title="Keys" size="lg" centered>
      <div className={styles.keys}>
        {KEYS.map(([where, rows]) => (
          <section key={where} aria-label={where}>
            <h2>{where}</h2>
            <dl>
              {rows.map(([keys, does]) => (
                <div key={does}>
                  <dt>
                    {keys.map((key) => (
                      <kbd key={key}>{key}</kbd>
                    ))}
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  );
}
