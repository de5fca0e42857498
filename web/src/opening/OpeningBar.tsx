import { Button } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import type { ReactNode } from "react";
import { Link } from "react-router";

import type { OpeningPageData } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Only } from "../app/Only";
import { UndoRedo } from "../app/UndoRedo";
import { Beside } from "./Beside";

interface Props {
  page: OpeningPageData;
  title: string;
  /** There is a set plan, and so a sheet of it. */
  sets: boolean;
  travel: (way: "undo" | "redo") => Promise<void>;
  state: ReactNode;
}

/** The bar over an opening: where it is, whether it is kept, back and forward, and its sheets. */
export function OpeningBar({ page, title, sets, travel, state }: Props) {
  const { job } = page.job;
  const sheet = (name: string, at: string) => (
    <Button component={Link} to={at} variant="subtle" size="compact-md" leftSection={<IconPrinter size={18} />}>
      {name}
    </Button>
  );
  return (
    <JobBar id={page.job.id} opening={page.id} job={job} title={title} state={state} beside={<Beside of={page} />}>
      <Only may="PUT /api/openings/{opening_id}">
        <UndoRedo undo={page.can_undo} redo={page.can_redo} travel={travel} />
      </Only>
      {sheet("Cut list", `/openings/${page.id}/print`)}
      {sets && sheet("Set sheet", `/openings/${page.id}/setting`)}
      <Only may="GET /api/jobs/{job_id}/strips">
        {sheet("Strips", `/jobs/${page.job.id}/paper?openings=${page.id}`)}
      </Only>
    </JobBar>
  );
}
