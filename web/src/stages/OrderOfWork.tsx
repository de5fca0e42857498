import { useWork } from "../opening/context";
import { WithFractions } from "../tape/Digits";

/** The order of the work with this opening's figures; a gate must be open before the step under it. */
export function OrderOfWork() {
  const steps = useWork().result?.steps ?? [];
  if (steps.length === 0) return null;
  return (
    <section className="order" aria-label="Order of work">
      <h2>Order of work</h2>
      <ol>
        {steps.map((step, i) => (
          <li key={i}>
            {step.gate && <strong className="gate">First: {step.gate.toLowerCase()}</strong>}
            <WithFractions text={step.text} />
          </li>
        ))}
      </ol>
    </section>
  );
}
