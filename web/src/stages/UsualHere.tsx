import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { api, ask, type Job } from "../api/client";
import { renew } from "../app/renew";
import { useWork } from "../work/context";
import { at, put } from "../work/paths";

/** What this opening and its wall say themselves, made usual for every other opening of the job that says nothing. */
export function UsualHere() {
  const { page, now, kept, catalogue } = useWork();
  const client = useQueryClient();
  const own = Object.entries(catalogue.usual).filter(([path]) => (at(now, path) ?? null) !== null);
  const save = useMutation({
    mutationFn: ({ job, version }: { job: Job; version: number; back?: Job }) =>
      ask(api.PUT("/api/jobs/{job_id}", { params: { path: { job_id: page.job.id } }, body: { version, job } })),
    onSuccess: (next, { back }) => {
      void renew(client, ["job"], ["opening"], ["wall"]);
      if (!back) return;
      notifications.show({
        id: "usual-kept",
        message: (
          <span>
            Usual for the job from now on.{" "}
            <button
              type="button"
              className="link"
              onClick={() => {
                notifications.hide("usual-kept");
                save.mutate({ job: back, version: next.version });
              }}
            >
              Take it back
            </button>
          </span>
        ),
      });
    },
    onError: (failure) => notifications.show({ color: "red", message: failure.message }),
  });
  const make = () => {
    const before = page.job.job;
    // a frame's facts are those of its kind: the usual frame is this one, whole
    let job: Job = { ...before, usual: { ...before.usual, ...(now.opening.frame && { frame: {} }) } };
    for (const [path, inJob] of own) job = put(job, inJob, at(now, path));
    if (now.wall.height) job = put(job, "usual.wall.height_by", now.wall.height_by ?? "under_plates");
    save.mutate({ job, version: page.job.version, back: before });
  };
  const nothing = own.length === 0 || own.every(([path, inJob]) => at(now, path) === at(page.job.job, inJob));
  return (
    <>
      <h2>Usual in this job</h2>
      <p className="quiet">
        What is usual stands in every opening that says nothing itself: wall, floors, frame, hinges and latch, and what
        spans and covers it.
      </p>
      <div className="row">
        <Button variant="default" disabled={!kept || nothing} loading={save.isPending} onClick={make}>
          Make these the usual ones
        </Button>
        <Link to={`/jobs/${page.job.id}/usual`}>See and change what is usual</Link>
      </div>
    </>
  );
}
