import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";
import { useNavigate } from "react-router";

import { api, ask, type ListedJob, type Unit } from "../api/client";
import { renew } from "../app/renew";
import { useHeld } from "../tape/typed";
import { keepLines } from "./keep";
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
      const job = picked
        ? Number(picked)
        : (await ask(api.POST("/api/jobs", { body: { name: name.trim(), unit, words, rules: {} } }))).id;
      return { job, ids: (await keepLines(job, [text])).ids };
    },
    onSuccess: ({ job, ids }) => {
      setName(null);
      kept();
      void renew(client, ["jobs"], ["job"]);
      void navigate(ids.length === 1 ? `/openings/${ids[0]}` : `/jobs/${job}`);
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
      {put.isError && (
        <p role="alert" className="error">
          {put.error.message}
        </p>
      )}
    </form>
  );
}
