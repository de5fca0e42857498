import { Button, Slider } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { useState } from "react";

import styles from "./PaperPage.module.css";

const CARD = { width: 85.6, height: 53.98 }; // of every bank card, mm
const USUAL = 96 / 25.4; // what a browser takes a millimetre for

/** How many pixels of this screen a millimetre has, once a card was held to it; until then what the browser takes it for. */
export function useTrueSize() {
  const [kept, keep] = useLocalStorage<number | null>({
    key: "jambo.screen",
    defaultValue: null,
    getInitialValueInEffect: false,
  });
  const [held, hold] = useState<number | null>(null);
  const scale = held ?? kept ?? USUAL;
  const line = kept
    ? "True to a card that was held to this screen."
    : "As large as this screen says it is, which may be wrong.";
  const card =
    held === null ? (
      <p className={styles.size}>
        <span className="quiet">{line}</span>{" "}
        <Button variant="subtle" size="compact-md" onClick={() => hold(scale)}>
          Hold a card to it
        </Button>
      </p>
    ) : (
      <section className={styles.card} aria-label="Hold a card to the screen">
        <p>Hold a bank card to the screen and move the handle until the frame is as wide as the card.</p>
        <div className={styles.frame} style={{ width: CARD.width * scale, height: CARD.height * scale }}>
          {CARD.width} mm
        </div>
        <Slider
          label={null}
          thumbLabel="Width of the card"
          min={2}
          max={9}
          step={0.01}
          value={held}
          onChange={hold}
          className={styles.slider}
        />
        <Button
          onClick={() => {
            keep(held);
            hold(null);
          }}
        >
          As wide as the card
        </Button>{" "}
        <Button variant="subtle" onClick={() => hold(null)}>
          Leave it
        </Button>
      </section>
    );
  return { scale, card };
}
