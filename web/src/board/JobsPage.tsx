import "./board.css";

import { Button, Menu, Modal, SegmentedControl, TextInput } from "@mantine/core";
import { useHotkeys, useLocalStorage } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconDots } from "@tabler/icons-react";
import { useInfiniteQuery, useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";

import { api, ask, type Job, type ListedJob, sentence, type Unit, type Waits } from "../api/client";
import { Bar } from "../app/Bar";
import { Unreadable } from "../app/Mend";
import { useLive } from "../app/live";
import { Only } from "../app/Only";
import { Problem } from "../app/Problem";
import { useInAddress } from "../app/useInAddress";
import { useMay } from "../app/useMe";
import { renew } from "../api/renew";
import { LineField } from "../lines/LineField";
import { PutInJob } from "../lines/PutInJob";
import { useLine } from "../lines/useLine";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { useHeld } from "../tape/typed";
import { BringIn } from "./BringIn";
import { Found } from "./Found";
import styles from "./JobsPage.module.css";
import { SharedJobs } from "./SharedJobs";

/** The first view: the jobs, and a new one; or what is shared. */
export const JobsPage = () => (useMay("GET /api/jobs") ? <AllJobs /> : <SharedJobs />);

const AT_ONCE = 40;

function AllJobs() {
  useLive(null);
  const [find, setFind] = useInAddress("find", "");
  const field = useRef<HTMLInputElement>(null);
  useHotkeys([["/", () => field.current?.focus()]]);
  const pages = useInfiniteQuery({
    queryKey: ["jobs"],
    queryFn: ({ pageParam: before }) => ask(api.GET("/api/jobs", { params: { query: { before, most: AT_ONCE } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => (page.length < AT_ONCE ? undefined : page.at(-1)?.id),
  });
  const jobs = pages.data?.pages.flat();
  const [wanted, want] = useState(1);
  const { hasNextPage, isFetching, fetchNextPage } = pages;
  const few = pages.data !== undefined && pages.data.pages.length < wanted && hasNextPage;
  useEffect(() => {
    if (few && !isFetching) void fetchNextPage(); // anew, too, where a change by others broke it off
  }, [few, isFetching, fetchNextPage]);
  // what waits takes working out every opening: the list does not wait for it
  const waits = useQueries({
    queries: ((pages.data?.pageParams ?? [undefined]) as (number | undefined)[]).map((before) => ({
      queryKey: ["jobs", "waits", before],
      queryFn: () => ask(api.GET("/api/waits", { params: { query: { before, most: AT_ONCE } } })),
    })),
    combine: (each) => each.flatMap((one) => one.data ?? []),
  });
  const health = useQuery({ queryKey: ["health"], queryFn: () => ask(api.GET("/api/health")), staleTime: 60_000 });
  return (
    <>
      <Bar trail={<h1>Jobs</h1>}>
        <Button component={Link} to="/stock" variant="subtle" size="compact-md">
          Stock book
        </Button>
        <Only may="GET /api/people">
          <Button component={Link} to="/crew" variant="subtle" size="compact-md">
            Crew
          </Button>
        </Only>
      </Bar>
      <main className="page jobs">
        {health.data?.disk && (
          <p role="alert" className="error">
            {sentence(health.data.disk)} Make room before nothing can be saved any more.
          </p>
        )}
        <FirstLine jobs={jobs ?? []} />
        {pages.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the jobs…
          </p>
        )}
        {pages.isError && <Problem error={pages.error} retry={() => void pages.refetch()} />}
        {jobs && (jobs.length > 0 || find) && (
          <TextInput
            ref={field}
            aria-label="Find in all jobs"
            type="search"
            className={styles.find}
            placeholder="Find in all jobs: mark, room, leaf size, person…"
            maxLength={120}
            rightSection={<kbd>/</kbd>}
            value={find}
            onChange={(event) => setFind(event.currentTarget.value)}
            onKeyDown={(event) => event.key === "Escape" && setFind("")}
          />
        )}
        {find.trim() && <Found text={find} />}
        {jobs && !find.trim() && (
          <>
            {jobs.length === 0 && <NoJob />}
            <ul className={styles.jobList}>
              {jobs.map(({ id, version, job, openings, problem }) => (
                <li key={id}>
                  <JobMenu id={id} version={version} job={job} unread={Boolean(problem)} />
                  {problem ? (
                    <Unreadable name={job.name} problem={problem} of={{ what: "job", id, version }} />
                  ) : (
                    <Link to={(job.crew?.people ?? []).length > 0 ? `/jobs/${id}/today` : `/jobs/${id}`}>
                      <strong>{job.name}</strong>
                      <span>{job.place}</span>
                      <span className={styles.jobFacts}>
                        {openings === 1 ? "1 opening" : `${openings} openings`} ·{" "}
                        {job.work === "renovation" ? "renovation" : "new build"} ·{" "}
                        {job.unit === "mm" ? "millimetres" : "inches"}
                      </span>
                      <WhatWaits of={waits.find((w) => w.id === id)} openings={openings} />
                    </Link>
                  )}
                </li>
              ))}
            </ul>
            {hasNextPage && (
              <Button
                variant="default"
                className={styles.older}
                loading={few}
                onClick={() => want((pages.data?.pages.length ?? 0) + 1)}
              >
                Show older jobs
              </Button>
            )}
            <Only may="POST /api/jobs">
              <NewJob />
            </Only>
            <Only may="POST /api/job-files">
              <BringIn />
            </Only>
          </>
        )}
      </main>
    </>
  );
}

/** The first minute: a door in the line above is answered without a job; or somebody looks round first. */
function NoJob() {
  const client = useQueryClient();
  const demo = useMutation({
    mutationFn: () => ask(api.POST("/api/demo")),
    onSuccess: () => void renew(client, ["jobs"]),
  });
  return (
    <div className="empty">
      <p>No job yet. Say a door in the line above and see its opening; or open a job below: a name is enough.</p>
      <p className="row">
        <Button variant="default" loading={demo.isPending} onClick={() => demo.mutate()}>
          Look round in three made-up jobs
        </Button>
      </p>
      {(demo.isError || demo.data?.loaded === false) && (
        <p role="alert" className="error">
          {demo.error?.message ?? "Made-up jobs are put in only where no job was ever kept."}
        </p>
      )}
    </div>
  );
}

const NEXT = { facts: "facts to say", frame: "to frame", set: "to set", sign: "to sign off" };

/** What waits in a job today. */
function WhatWaits({ of, openings }: { of: Waits | undefined; openings: number }) {
  if (!of || openings === 0) return null;
  const count = (n: number, one: string, more: string) => (n === 1 ? `1 ${one}` : `${n} ${more}`);
  return (
    <span className={styles.waits}>
      {of.stops > 0 && <span className="chip stop">{count(of.stops, "opening stopped", "openings stopped")}</span>}
      {of.missing > 0 && <span className="chip missing">{count(of.missing, "needs facts", "need facts")}</span>}
      {of.awaited > of.late && (
        <span className="chip check">{count(of.awaited - of.late, "order to come", "orders to come")}</span>
      )}
      {of.late > 0 && <span className="chip stop">{count(of.late, "order late", "orders late")}</span>}
      {of.next ? (
        <span>
          next: <b>{of.next.name}</b>, {NEXT[of.next.what]}
        </span>
      ) : (
        <span className="chip done">all signed off</span>
      )}
    </span>
  );
}

/** A door in a line, answered without a job. */
function FirstLine({ jobs }: { jobs: ListedJob[] }) {
  const [unit, setUnit] = useLocalStorage<Unit>({
    key: "jambo.line-unit",
    defaultValue: jobs[0]?.job.unit ?? "in",
    getInitialValueInEffect: false,
  });
  const line = useLine(unit);
  return (
    <LineField
      of={line}
      label="A door in a line"
      description={
        unit === "in"
          ? "As on a list: 101 2868 RH oak 3/4 | tile 5/8 kitchen, or pocket 2-6 x 6-8"
          : "As on a list: 101 762x1981 LH oak 18 | tile 12 kitchen, or pocket 820x2040"
      }
      autoFocus={matchMedia("(pointer: fine)").matches}
      after={<PutInJob text={line.text} unit={unit} jobs={jobs} kept={() => line.write("")} />}
    >
      <SegmentedControl
        aria-label="Bare numbers are"
        value={unit}
        onChange={setUnit}
        data={[
          { value: "in", label: "inches" },
          { value: "mm", label: "millimetres" },
        ]}
      />
    </LineField>
  );
}

/** What is done with a whole job: a new name or place, or off the board and back. */
function JobMenu({ id, version, job, unread }: { id: number; version: number; job: Job; unread: boolean }) {
  const client = useQueryClient();
  const [named, setNamed] = useHeld<{ name: string; place: string } | null>(`name of job ${id}`, null);
  const refresh = () => void renew(client, ["jobs"]);
  const tell = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  const restore = useMutation({
    mutationFn: () =>
      ask(api.POST("/api/jobs/{job_id}/restore", { params: { path: { job_id: id } }, body: { version } })),
    onSettled: refresh,
    onError: tell,
  });
  const remove = useMutation({
    mutationFn: () => ask(api.DELETE("/api/jobs/{job_id}", { params: { path: { job_id: id }, query: { version } } })),
    onSuccess: () => {
      refresh();
      notifications.show({
        message: (
          <span>
            {job.name} is off the board; its record stays.{" "}
            <button type="button" className="link" onClick={() => restore.mutate()}>
              Put it back
            </button>
          </span>
        ),
      });
    },
    onError: (failure) => {
      tell(failure);
      refresh();
    },
  });
  const rename = useMutation({
    mutationFn: (facts: { name: string; place: string }) =>
      ask(
        api.PUT("/api/jobs/{job_id}", {
          params: { path: { job_id: id } },
          body: { version, job: { ...job, ...facts } },
        }),
      ),
    onSuccess: () => {
      refresh();
      void renew(client, ["job"]);
      setNamed(null);
    },
    onError: refresh, // what was typed stays, and is kept on top of how it stands now
  });
  return (
    <>
      <Menu position="bottom-end" withinPortal>
        <Menu.Target>
          <button type="button" className={styles.jobMenu} aria-label={`More for ${job.name}`}>
            <IconDots size={20} />
          </button>
        </Menu.Target>
        <Menu.Dropdown>
          {!unread && (
            <Menu.Item onClick={() => setNamed({ name: job.name, place: job.place ?? "" })}>Name and place</Menu.Item>
          )}
          <Only may="DELETE /api/jobs/{job_id}">
            <Menu.Item onClick={() => remove.mutate()}>Take off the board</Menu.Item>
          </Only>
        </Menu.Dropdown>
      </Menu>
      <Modal opened={named !== null} onClose={() => setNamed(null)} title={`Name and place of ${job.name}`} centered>
        <form
          className={styles.newJob}
          onSubmit={(event) => {
            event.preventDefault();
            if (named) rename.mutate(named);
          }}
        >
          <TextInput
            label="Name of the job"
            value={named?.name ?? job.name}
            onChange={(e) => setNamed({ place: job.place ?? "", ...named, name: e.currentTarget.value })}
            maxLength={120}
            required
            data-autofocus
          />
          <TextInput
            label="Where it is"
            value={named?.place ?? job.place ?? ""}
            onChange={(e) => setNamed({ name: job.name, ...named, place: e.currentTarget.value })}
            maxLength={200}
          />
          {rename.isError && (
            <p role="alert" className="error">
              {rename.error.message}
            </p>
          )}
          <Button type="submit" loading={rename.isPending}>
            Keep
          </Button>
        </form>
      </Modal>
    </>
  );
}

type Fresh = Required<Pick<Job, "name" | "place" | "unit" | "work">>;

function NewJob() {
  const [job, setJob] = useHeld<Fresh>("new job", { name: "", place: "", unit: "in", work: "new" });
  const { name, place, unit, work } = job;
  const client = useQueryClient();
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: () => {
      const body: Job = { ...job, words: unit === "in" ? "north_america" : "britain", rules: {} };
      const typed = { "new job": JSON.stringify(job) };
      return press({ of: { kind: "job" }, said: `new job ${name}`, renews: [["jobs"]], typed }, (to) =>
        to.POST("/api/jobs", { body }),
      );
    },
    onSuccess: (made) => {
      setJob(null);
      void renew(client, ["jobs"]);
      if (made) void navigate(`/jobs/${made.id}`);
    },
  });
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    if (name.trim()) open.mutate();
  };
  return (
    <form className={styles.newJob} onSubmit={submit} aria-label="New job">
      <h2>New job</h2>
      <TextInput
        label="Name"
        value={name}
        maxLength={120}
        required
        onChange={(e) => setJob({ ...job, name: e.currentTarget.value })}
      />
      <TextInput
        label="Place"
        value={place}
        maxLength={200}
        onChange={(e) => setJob({ ...job, place: e.currentTarget.value })}
      />
      <div className="pair">
        <div className="pick">
          <span className="pick-label" aria-hidden="true">
            Habit
          </span>
          <SegmentedControl
            aria-label="Unit habit"
            value={unit}
            onChange={(v) => setJob({ ...job, unit: v })}
            data={[
              { value: "in", label: "Inches" },
              { value: "mm", label: "Millimetres" },
            ]}
          />
        </div>
        <div className="pick">
          <span className="pick-label" aria-hidden="true">
            Work
          </span>
          <SegmentedControl
            aria-label="Kind of work"
            value={work}
            onChange={(v) => setJob({ ...job, work: v })}
            data={[
              { value: "new", label: "New build" },
              { value: "renovation", label: "Renovation" },
            ]}
          />
        </div>
      </div>
      <NotSentHere named of={{ kind: "job" }} />
      {open.isError && (
        <p role="alert" className="error">
          {open.error.message}
        </p>
      )}
      <Button type="submit" size="md" loading={open.isPending}>
        Open the job
      </Button>
    </form>
  );
}
