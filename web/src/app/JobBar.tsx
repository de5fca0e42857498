import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link } from "react-router";

import type { Job } from "../api/client";
import { Bar } from "./Bar";
import { Here } from "./Here";
import { JobNav } from "./JobNav";

interface Props {
  /** Not known while an opening or a wall is fetched. */
  id: number | undefined;
  job: Job | undefined;
  title: ReactNode;
  /** Whether what is on the screen is kept. */
  state?: ReactNode;
  /** There is a sheet to print. */
  prints?: boolean;
  /** What stands beside the places instead of the pages of this one. */
  beside?: ReactNode;
  /** The opening that is looked at. */
  opening?: number;
  children?: ReactNode;
}

/** What stands over every page of a job: where one is, and the job's places. */
export function JobBar({ id, job, title, state, prints, beside, opening, children }: Props) {
  return (
    <>
      <Bar
        job={job}
        state={state}
        trail={
          <>
            <Link to={id === undefined ? "/" : `/jobs/${id}`}>{job?.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>{title}</h1>
          </>
        }
      >
        {children}
        {prints && (
          <Button
            variant="subtle"
            size="compact-md"
            leftSection={<IconPrinter size={18} />}
            onClick={() => window.print()}
          >
            Print
          </Button>
        )}
      </Bar>
      {id !== undefined && (
        <JobNav id={id} opening={opening}>
          {beside}
        </JobNav>
      )}
      {id !== undefined && opening !== undefined && <Here job={id} opening={opening} />}
    </>
  );
}
