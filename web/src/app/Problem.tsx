import { Button } from "@mantine/core";

import { ApiProblem, sentence } from "../api/client";
import { Mend } from "./Mend";
import styles from "./Problem.module.css";

/** A view that could not be loaded: what happened, what was kept, what to do. */
export function Problem({ error, retry }: { error: unknown; retry: () => void }) {
  const silent = error instanceof ApiProblem && (error.status === 0 || error.kind === "unreachable");
  const unread = error instanceof ApiProblem && error.mend;
  return (
    <section className={styles.problem} role="alert">
      <h2>{silent ? "The server does not answer" : unread ? "This cannot be read" : "This could not be shown"}</h2>
      <p>{error instanceof Error ? sentence(error.message) : "Something went wrong."}</p>
      <p>Everything saved before is safe.</p>
      {unread ? <Mend of={unread} /> : <Button onClick={retry}>Try again</Button>}
    </section>
  );
}
