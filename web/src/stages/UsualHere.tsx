import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { api, ask, type Usual } from "../api/client";
import { offerBack } from "../app/offerBack";
import { renew } from "../api/renew";
import { useWork } from "../work/context";
import { at, put, same } from "../work/paths";

/** What this opening and its wall say themselves, made usual for every other opening of the job that says nothing. */
export function UsualHere() {
  const { page, now, kept, catalogue } = useWork();
  const client = useQueryClient();
  const own = Object.entries(catalogue.usual).filter(([path]) => (at(now, path) ?? null) !== null);
  const save = useMutation({
    mutationFn: ({ usual, version }: { usual: Usual; version: number; back?: Usual }) =>
      ask(api.PUT("/api/jobs/{job_id}/usual", { params: { path: { job_id: page.job.id } }, body: { version, usual } })),
    onSuccess: ({ job }, { back }) => {
      void renew(client, ["job"], ["opening"], ["wall"]);
      if (back)
        offerBack("usual-kept", "Usual for the job from now on.", () =>
          save.mutate({ usual: back, version: job.version }),
        );
    },
    onError: (failure) => notifications.show({ color: "red", message: failure.message }),
  });
  const make = () => {
    const before = page.job.job.usual ?? {};
    // a frame's facts are those of its kind: the usual frame is this one, whole
    const framed = own.some(([path]) => path.startsWith("opening.frame."));
    let job = { usual: framed ? { ...before, frame: {} } : before };
    for (const [path, inJob] of own) job = put(job, inJob, at(now, path));
    if (now.wall.height) job = put(job, "usual.wall.height_by", now.wall.height_by ?? "under_plates");
    save.mutate({ usual: job.usual, version: page.job.version, back: before });
  };
  const nothing = own.length === 0 || own.every(([path, inJob]) => same(at(now, path), at(page.job.job, inJob)));
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
