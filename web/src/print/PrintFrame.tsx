import "./print.css";

import type { ReactNode } from "react";
import { Link } from "react-router";

import type { OpeningPageData, Result } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { PrintHead } from "./parts";
import type { useSolved } from "./useSolved";

interface Props {
  of: ReturnType<typeof useSolved>;
  title: string;
  /** Where the way back leads. */
  back: string;
  children: (page: OpeningPageData, result: Result) => ReactNode;
}

/** What every printed page of an opening stands in: the bar with its way back, trouble and waiting, and the page's head. */
export function PrintFrame({ of: { page, solved, failed, job }, title, back, children }: Props) {
  const opening = page.data?.opening;
  return (
    <>
      <JobBar
        prints
        id={page.data?.job.id}
        job={job}
        title={
          <>
            <Link to={back}>{[opening?.mark || "no mark", opening?.room].filter(Boolean).join(" · ")}</Link>: {title}
          </>
        }
      />
      <main className="print-page">
        {failed && <Problem {...failed} />}
        {!failed && !solved && (
          <p className="quiet" aria-busy="true">
            Working it out…
          </p>
        )}
        {solved && page.data && (
          <article>
            <PrintHead page={page.data} />
            {children(page.data, solved)}
          </article>
        )}
      </main>
    </>
  );
}
