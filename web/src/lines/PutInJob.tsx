import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";
import { useNavigate } from "react-router";

import type { ListedJob, Unit } from "../api/client";
import { renew } from "../api/renew";
import { useHeld } from "../tape/typed";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { keepLine } from "./keep";
import styles from "./PutInJob.module.css";

/** A line that was answered goes into a job, one there is or a new one. */
export function PutInJob({
  text,
  unit,
  jobs,
  kept,
}: {
  text: string;
  unit: Unit;
  jobs: ListedJob[];
  kept: () => void;
}) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [chosen, choose] = useState<string | null>(null);
  const picked = chosen ?? (jobs[0] ? String(jobs[0].id) : "");
  const [name, setName] = useHeld<string>("line's job", "");
  const put = useMutation({
    mutationFn: async () => {
      const words = unit === "in" ? "north_america" : "britain";
      const named = name.trim();
      const made = picked
        ? { id: Number(picked) }
        : await press({ of: { kind: "job" }, said: `new job ${named}`, renews: [["jobs"]] }, (to) =>
            to.POST("/api/jobs", { body: { name: named, unit, words, rules: {} } }),
          );
      if (!made) return null; // the line stays as it is typed until its job is there
      return { job: made.id, ids: (await keepLine(made.id, text, "line"))?.ids };
    },
    onSuccess: (put) => {
      setName(null);
      if (!put) return;
      kept();
      void renew(client, ["jobs"], ["job"]);
      if (put.ids) void navigate(put.ids.length === 1 ? `/openings/${put.ids[0]}` : `/jobs/${put.job}`);
    },
  });
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    put.mutate();
  };
  return (
    <form className={styles.putIn} onSubmit={submit}>
      <NativeSelect
        label="Put it in a job"
        value={picked}
        onChange={(event) => choose(event.currentTarget.value)}
        data={[...jobs.map((j) => ({ value: String(j.id), label: j.job.name })), { value: "", label: "a new job" }]}
      />
      {picked === "" && (
        <TextInput
          label="Its name"
          required
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
      )}
      <Button type="submit" loading={put.isPending}>
        Put it in
      </Button>
      <NotSentHere named of={{ kind: "job" }} />
      {put.isError && (
        <p role="alert" className="error">
          {put.error.message}
        </p>
      )}
    </form>
  );
}
