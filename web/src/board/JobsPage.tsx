import "./board.css";

import { Button, SegmentedControl, TextInput } from "@mantine/core";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";

import { api, ask, type Job } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";

/** The first view: the jobs, and a new one. */
export function JobsPage() {
  const jobs = useQuery({ queryKey: ["jobs"], queryFn: () => ask(api.GET("/api/jobs")) });
  return (
    <>
      <Bar trail={<h1>Jobs</h1>}>
        <Button component={Link} to="/stock" variant="subtle" size="compact-md">
          Stock book
        </Button>
      </Bar>
      <main className="page jobs">
        {jobs.isPending && <p className="quiet" aria-busy="true">Fetching the jobs…</p>}
        {jobs.isError && <Problem error={jobs.error} retry={() => void jobs.refetch()} />}
        {jobs.data && (
          <>
            {jobs.data.length === 0 && <p className="empty">No job yet. Open the first one below: a name is enough.</p>}
            <ul className="job-list">
              {jobs.data.map(({ id, job, openings }) => (
                <li key={id}>
                  <Link to={`/jobs/${id}`}>
                    <strong>{job.name}</strong>
                    <span>{job.place}</span>
                    <span className="job-facts">
                      {openings === 1 ? "1 opening" : `${openings} openings`} · {job.work === "renovation" ? "renovation" : "new build"} ·{" "}
                      {job.unit === "mm" ? "millimetres" : "inches"}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
            <NewJob />
          </>
        )}
      </main>
    </>
  );
}

function NewJob() {
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const [unit, setUnit] = useState<"in" | "mm">("in");
  const [work, setWork] = useState<"new" | "renovation">("new");
  const client = useQueryClient();
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: () => {
      const job: Job = { name, place, unit, work, words: unit === "in" ? "north_america" : "britain", rules: {} };
      return ask(api.POST("/api/jobs", { body: job }));
    },
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: ["jobs"] });
      void navigate(`/jobs/${id}`);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim()) open.mutate();
  };
  return (
    <form className="new-job" onSubmit={submit} aria-label="New job">
      <h2>New job</h2>
      <TextInput label="Name" value={name} maxLength={120} required onChange={(e) => setName(e.currentTarget.value)} />
      <TextInput label="Place" value={place} maxLength={200} onChange={(e) => setPlace(e.currentTarget.value)} />
      <div className="pair">
        <div className="pick">
          <span className="pick-label" aria-hidden="true">Habit</span>
          <SegmentedControl
            aria-label="Unit habit"
            value={unit}
            onChange={(v) => setUnit(v as "in" | "mm")}
            data={[
              { value: "in", label: "Inches" },
              { value: "mm", label: "Millimetres" },
            ]}
          />
        </div>
        <div className="pick">
          <span className="pick-label" aria-hidden="true">Work</span>
          <SegmentedControl
            aria-label="Kind of work"
            value={work}
            onChange={(v) => setWork(v as "new" | "renovation")}
            data={[
              { value: "new", label: "New build" },
              { value: "renovation", label: "Renovation" },
            ]}
          />
        </div>
      </div>
      {open.isError && <p role="alert" className="error">{open.error.message}</p>}
      <Button type="submit" size="md" loading={open.isPending}>
        Open the job
      </Button>
    </form>
  );
}
