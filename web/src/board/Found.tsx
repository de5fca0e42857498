import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { Link } from "react-router";

import { api, ask } from "../api/client";
import { Problem } from "../app/Problem";
import styles from "./Found.module.css";

const WAIT_MS = 200;
const day = (at: string) => new Date(at).toLocaleDateString([], { dateStyle: "medium" });

/** What is found in all jobs by a line of text: openings, jobs, people. */
export function Found({ text }: { text: string }) {
  const [settled] = useDebouncedValue(text.trim(), WAIT_MS);
  const found = useQuery({
    queryKey: ["jobs", "found", settled],
    queryFn: () => ask(api.GET("/api/find", { params: { query: { text: settled } } })),
    placeholderData: keepPreviousData,
  });
  if (found.isError) return <Problem error={found.error} retry={() => void found.refetch()} />;
  if (!found.data) return <p aria-busy="true">Looking in every job…</p>;
  const { size, jobs, openings, people, more } = found.data;
  const none = jobs.length + openings.length + people.length === 0;
  return (
    <section className={styles.found} aria-label="Found" aria-busy={found.isPlaceholderData}>
      <p role="status" className="quiet">
        {none
          ? `Nothing on the board is called “${settled}”`
          : counted(openings.length, jobs.length, people.length, more)}
        {size && `; as a leaf it is ${size}`}
        {none && ". Look for a mark, a room, a job, a person or a leaf’s size"}.
      </p>
      {people.map((person) => (
        <section key={person.name} aria-label={person.name}>
          <h2>{person.name}</h2>
          <p>
            wrote in{" "}
            {person.jobs.map((job, n) => (
              <Fragment key={job.id}>
                {n > 0 && ", "}
                <Link to={`/jobs/${job.id}/log?find=${encodeURIComponent(person.name)}`}>{job.name}</Link>{" "}
                <span className="quiet">(last {day(job.at)})</span>
              </Fragment>
            ))}
          </p>
        </section>
      ))}
      {jobs.length > 0 && (
        <ul aria-label="Jobs found">
          {jobs.map((job) => (
            <li key={job.id}>
              <Link to={`/jobs/${job.id}`}>
                <strong>{job.name}</strong> <span className="quiet">{job.place}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {openings.length > 0 && (
        <ul aria-label="Openings found">
          {openings.map((one) => (
            <li key={one.id}>
              <Link to={`/openings/${one.id}`}>
                <strong>{one.name}</strong> <span>{one.room}</span> <span className={styles.leaf}>{one.leaf}</span>{" "}
                <span className="quiet">{one.job_name}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const count = (n: number, one: string, more: string) => (n === 0 ? [] : [n === 1 ? `1 ${one}` : `${n} ${more}`]);

function counted(openings: number, jobs: number, people: number, more: boolean) {
  const each = [
    ...count(openings, "opening", "openings"),
    ...count(jobs, "job", "jobs"),
    ...count(people, "person", "people"),
  ];
  return `${each.join(", ")}${more ? ", the newest; say more to narrow it down" : ""}`;
}
