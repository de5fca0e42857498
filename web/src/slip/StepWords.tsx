import type { Step } from "../api/client";
import { within } from "../api/words";
import { WithFractions } from "../tape/Digits";
import styles from "./StepWords.module.css";

/** A step in words: its gate first, then what to do, what with, what makes it good, and what can hurt. */
export function StepWords({ step, n }: { step: Step; n: number }) {
  return (
    <>
      {step.gate && <strong className="gate">First: {within(step.gate)}</strong>}
      <span className="step-text">
        <span className={styles.stepNumber}>{n}</span> <WithFractions text={step.text} />
      </span>
      {step.check && (
        <span className="step-check">
          Good when: <WithFractions text={within(step.check)} />
        </span>
      )}
      {step.tools && <span className="step-tools">{step.tools}</span>}
      {step.caution && <span className="step-caution">{step.caution}</span>}
    </>
  );
}
