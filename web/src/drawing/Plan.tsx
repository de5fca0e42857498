import { useWork } from "../work/context";
import styles from "./Plan.module.css";

/** Plan of the opening: hinge side and swing as seen from above, with the hand by both methods. */
export function Plan() {
  const { now, result } = useWork();
  const door = now.opening.door ?? {};
  const left = (door.hinge_side ?? "left") === "left";
  const down = (door.opens_to ?? "A") === "A"; // side A is below: you stand there
  const outside = door.outside ?? "A";
  const [hx, fx] = left ? ([96, 224] as const) : ([224, 96] as const);
  const wall = 92;
  const face = down ? wall + 9 : wall - 9;
  const side = down ? 1 : -1;
  const pair = door.leaves?.length === 2;
  const leaf = (hinge: number, free: number) => {
    const reach = Math.abs(free - hinge);
    const end = face + side * reach * 0.62;
    const clockwise = hinge < free === down ? 1 : 0;
    return (
      <g key={hinge}>
        <path className={styles.arc} d={`M${free} ${face}A${reach} ${reach * 0.62} 0 0 ${clockwise} ${hinge} ${end}`} />
        <rect
          className="leaf"
          x={hinge < free ? hinge : hinge - 7}
          y={Math.min(face, end)}
          width="7"
          height={Math.abs(end - face)}
        />
        <circle className={styles.pin} cx={hinge} cy={face} r="4" />
      </g>
    );
  };
  return (
    <figure className={styles.plan}>
      <svg
        viewBox="0 0 320 184"
        role="img"
        aria-label={`Plan: ${pair ? "a pair, active leaf" : "hinges"} on the ${left ? "left" : "right"} seen from side A, opens to side ${down ? "A" : "B"}`}
      >
        <rect className="wall" x="4" y={wall - 11} width="84" height="22" />
        <rect className="wall" x="232" y={wall - 11} width="84" height="22" />
        <rect className="leg" x="88" y={wall - 12} width="8" height="24" />
        <rect className="leg" x="224" y={wall - 12} width="8" height="24" />
        {pair ? [leaf(96, 160), leaf(224, 160)] : leaf(hx, fx)}
        <path
          className={styles.pull}
          d={`M${(hx + fx) / 2} ${face + side * 10}v${side * 22}m-5 ${-side * 7}l5 ${side * 7}l5 ${-side * 7}`}
        />
        <text x="6" y="20" className="side">
          side B{outside === "B" ? " · outside" : ""}
        </text>
        <text x="6" y="178" className="side">
          side A, where you stand{outside === "A" ? " · outside" : ""}
        </text>
      </svg>
      {result && (
        <figcaption>
          <span>
            Hand from the pull side <strong>{result.hands.pull_side}</strong>
          </span>
          <span>
            from outside <strong>{result.hands.outside}</strong>
          </span>
        </figcaption>
      )}
    </figure>
  );
}
