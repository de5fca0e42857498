import { Link } from "react-router";

import { Bar } from "../app/Bar";
import { useMe } from "../app/useMe";
import styles from "./JobsPage.module.css";

const SHEETS = { wallboard: "the wallboard’s sheet", floor: "the floor’s sheet", paint: "the painter’s sheet" };

/** The first view of somebody who looks on: what is shared with them. */
export function SharedJobs() {
  const shares = useMe()?.shares ?? [];
  return (
    <>
      <Bar trail={<h1>Jobs</h1>} />
      <main className="page jobs">
        {shares.length === 0 && (
          <p className="empty">Nothing is shared with you yet. Whoever leads says which jobs you see.</p>
        )}
        <ul className={styles.jobList}>
          {shares.map(({ job, name, trade }) => (
            <li key={job}>
              <Link to={trade ? `/jobs/${job}/trades/${trade}` : `/jobs/${job}`}>
                <strong>{name}</strong>
                <span>{trade ? SHEETS[trade] : "to look at"}</span>
              </Link>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
