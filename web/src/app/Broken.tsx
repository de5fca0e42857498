import { Button } from "@mantine/core";
import { useEffect } from "react";
import { useRouteError } from "react-router";

import { Bar } from "./Bar";
import styles from "./Problem.module.css";

/** Instead of a page that could not be fetched or drawn. */
export function Broken() {
  const failure = useRouteError();
  useEffect(() => reportError(failure), [failure]); // who keeps a console sees what it was
  return (
    <>
      <Bar />
      <main className="page">
        <section className={styles.problem} role="alert">
          <h1>This page did not come</h1>
          <p>
            It could not be fetched, or not be drawn. What was saved is safe, and what was typed is held in this
            browser.
          </p>
          <Button onClick={() => location.reload()}>Try again</Button>
        </section>
      </main>
    </>
  );
}
