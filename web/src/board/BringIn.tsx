import { Button, FileButton } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { Link, useNavigate } from "react-router";

import { api, ask, ApiProblem, type JobFile, sentence } from "../api/client";
import { renew } from "../api/renew";
import styles from "./BringIn.module.css";

type How = "new" | "onto";

/** A whole job from a file: what it holds and how it stands to what is here is said before anything is kept. */
export function BringIn() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const again = useRef<() => void>(null);
  const read = useMutation({
    mutationFn: ({ file, how, stop }: { file: File; how?: How; stop: AbortController }) =>
      ask(
        api.POST("/api/job-files", {
          params: { query: { how } },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "content-type": "application/zip" },
          signal: stop.signal,
        }),
      ),
    retry: false,
    onSuccess: ({ kept }) => {
      if (kept === null) return;
      void renew(client, ["jobs"]);
      void renew(client, ["job", kept]);
      void navigate(`/jobs/${kept}`);
    },
  });
  const { file, how, stop } = read.variables ?? {};
  const begin = (of: { file: File; how?: How }) => read.mutate({ ...of, stop: new AbortController() });
  const keep = (how: How) => file && begin({ file, how });
  const wrong = read.error instanceof ApiProblem && read.error.errors[0]?.reason;
  const stopped = how ? "Stopped. If it was kept before, it stands in the list." : "Stopped. Nothing was kept.";
  return (
    <section className={styles.bring} aria-label="Bring in a job">
      <FileButton
        accept=".zip"
        resetRef={again}
        onChange={(chosen) => {
          if (chosen) begin({ file: chosen });
          again.current?.(); // or the same file could not be chosen once more
        }}
      >
        {(props) => (
          <Button {...props} variant="default" loading={read.isPending}>
            Bring in a job from a file
          </Button>
        )}
      </FileButton>
      {read.isPending && file && (
        <p role="status">
          Reading {file.name}, {megabytes(file.size)}…{" "}
          <Button variant="subtle" size="compact-md" onClick={() => stop?.abort()}>
            Stop
          </Button>
        </p>
      )}
      {read.isError && (
        <p role="alert" className="error">
          {stop?.signal.aborted
            ? stopped
            : wrong
              ? `${file?.name ?? "The file"} is not brought in: ${wrong}. Nothing here changed.`
              : sentence(read.error.message)}
        </p>
      )}
      {read.data?.kept === null && <Told of={read.data} keep={keep} />}
    </section>
  );
}

const megabytes = (bytes: number) => (bytes < 100_000 ? "small" : `${(bytes / 1_000_000).toFixed(1)} MB`);
const listed = (counts: Record<string, number>) =>
  Object.entries(counts)
    .filter(([, count]) => count)
    .map(([what, count]) => `${count} ${count === 1 ? what.replace(/s( of|$)/, "$1") : what}`)
    .join(", ");

/** What a file is, and what may be done with it. */
function Told({ of, keep }: { of: JobFile; keep: (how: How) => void }) {
  const { against, job, name, adds } = of.here;
  const here = <Link to={`/jobs/${job}`}>{name}</Link>;
  return (
    <div className={styles.told} role="status">
      <p>
        <strong>{of.name}</strong>, as it was on {new Date(of.taken_at).toLocaleString()}: {listed(of.holds)}.
      </p>
      {against === "none" && <p>It is not here yet.</p>}
      {against === "same" && <p>{here} is here and the same. There is nothing to bring in.</p>}
      {against === "older" && <p>{here} is here with all of it, and went on since. There is nothing to bring in.</p>}
      {against === "newer" && (
        <p>
          {here} is here. It would gain {listed(adds)}; nothing of it would be lost.
        </p>
      )}
      {against === "apart" && (
        <p>
          {here} is here, and both went on since: the file has {listed(adds)} that are not here. The two cannot be put
          together; side by side they can stand.
        </p>
      )}
      {against === "removed" && <p>It was taken off the board here. A copy can stand as a job of its own.</p>}
      <p className="row">
        {against === "newer" && <Button onClick={() => keep("onto")}>Add it to the job here</Button>}
        {against === "none" && <Button onClick={() => keep("new")}>Bring it in</Button>}
        {against !== "none" && (
          <Button variant="default" onClick={() => keep("new")}>
            Keep it as a job of its own
          </Button>
        )}
      </p>
    </div>
  );
}
