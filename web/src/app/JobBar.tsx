import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link } from "react-router";

import type { Job } from "../api/client";
import { Bar } from "./Bar";
import { Here } from "./Here";
import { JobNav } from "./JobNav";
import { Only } from "./Only";
import { Printed } from "./Printed";
import { TakeTable, type TableName } from "./TakeTable";

interface Props {
  /** Not known while an opening or a wall is fetched. */
  id: number | undefined;
  job: Job | undefined;
  title: ReactNode;
  /** Whether what is on the screen is kept. */
  state?: ReactNode;
  /** There is a sheet to print. */
  prints?: boolean;
  /** What is shown can be taken along as these tables. */
  tables?: TableName[];
  /** What stands beside the places instead of the pages of this one. */
  beside?: ReactNode;
  /** The opening that is looked at. */
  opening?: number;
  children?: ReactNode;
}

/** What stands over every page of a job: where one is, and the job's places. */
export function JobBar({ id, job, title, state, prints, tables, beside, opening, children }: Props) {
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
        {tables && id !== undefined && (
          <Only may="GET /api/jobs/{job_id}/tables/{name}.csv">
            <TakeTable job={id} tables={tables} />
          </Only>
        )}
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
      {id !== undefined && <Printed job={id} />}
      {id !== undefined && opening !== undefined && <Here job={id} opening={opening} />}
    </>
  );
}
