import { Button } from "@mantine/core";
import { Link } from "react-router";

import { ApiProblem, sentence } from "../api/client";
import { Mend } from "./Mend";
import styles from "./Problem.module.css";

/** A view that could not be loaded: what happened, what was kept, what to do. */
export function Problem({ error, retry }: { error: unknown; retry: () => void }) {
  const known = error instanceof ApiProblem ? error : undefined;
  const silent = known && (known.status === 0 || known.kind === "unreachable");
  const gone = known?.status === 404;
  const title = silent
    ? "The server does not answer"
    : known?.mend
      ? "This cannot be read"
      : gone
        ? "It is not here any more"
        : "This could not be shown";
  return (
    <section className={styles.problem} role="alert">
      <h2>{title}</h2>
      <p>{error instanceof Error ? sentence(error.message) : "Something went wrong."}</p>
      <p>Everything saved before is safe.</p>
      {known?.mend ? (
        <Mend of={known.mend} />
      ) : gone ? (
        <Button component={Link} to={known.job === undefined ? "/" : `/jobs/${known.job}`}>
          {known.job === undefined ? "To the jobs" : "To the openings of its job"}
        </Button>
      ) : (
        <Button onClick={retry}>Try again</Button>
      )}
    </section>
  );
}
