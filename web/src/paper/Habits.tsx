import { Button, Checkbox, FileButton } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";

import { api, ApiProblem, ask, type Habits as HabitsFile, type HabitsPart, sentence } from "../api/client";
import { renew } from "../api/renew";
import { Only } from "../app/Only";
import styles from "./PaperPage.module.css";

type Part = HabitsPart["part"];

const CALLED: Record<Part, string> = {
  rules: "House rules",
  stock: "Stock book",
  usual: "What is usual, with its floors",
  crew: "Who works, and what dries how long",
  times: "What work takes",
};
const SHOWN = 8;

/** What a crew does the same everywhere, as a file; and one of another machine, looked at part by part before any of it is taken. */
export function Habits({ job }: { job: number }) {
  const client = useQueryClient();
  const again = useRef<() => void>(null);
  const [left, leave] = useState<Part[]>([]);
  const read = useMutation({
    mutationFn: async ({ file, keep }: { file: File; keep: Part[] }) => {
      const body = parsed(await file.text());
      return ask(api.POST("/api/jobs/{job_id}/habits", { params: { path: { job_id: job }, query: { keep } }, body }));
    },
    retry: false,
    onSuccess: ({ kept }) => {
      if (kept.length > 0) for (const key of [["job"], ["opening"], ["stock"], ["crew-rules"]]) void renew(client, key);
    },
  });
  const { file } = read.variables ?? {};
  const some = (read.data?.parts ?? []).filter((part) => part.new + part.changed > 0);
  const keep = some.map(({ part }) => part).filter((part) => !left.includes(part));
  const wrong = read.error instanceof ApiProblem && read.error.errors[0];
  return (
    <section className={styles.whole} aria-label="The crew’s habits">
      <a className={styles.get} href={`/api/jobs/${job}/habits`}>
        The crew’s habits as a file
      </a>
      <p className="quiet">
        House rules, the stock book, what is usual here, who works with which hours, and what work takes: for another
        machine, or another job.
      </p>
      <Only may="POST /api/jobs/{job_id}/habits">
        <FileButton
          accept=".json"
          resetRef={again}
          onChange={(chosen) => {
            if (chosen) read.mutate({ file: chosen, keep: [] });
            leave([]);
            again.current?.(); // or the same file could not be chosen once more
          }}
        >
          {(props) => (
            <Button {...props} variant="default" loading={read.isPending}>
              Take in habits from a file
            </Button>
          )}
        </FileButton>
        {read.isError && (
          <p role="alert" className="error">
            {file?.name}: {wrong ? `${wrong.path}: ${wrong.reason}.` : sentence(read.error.message)} Nothing here
            changed.
          </p>
        )}
        {read.data && read.data.kept.length > 0 && (
          <p role="status">Taken in: {read.data.kept.map((part) => CALLED[part].toLowerCase()).join("; ")}.</p>
        )}
        {read.data?.kept.length === 0 && (
          <div role="status" className={styles.habits}>
            <p>
              Habits of <strong>{read.data.of || "a crew"}</strong>
              {some.length === 0 && ": all of it is here already."}
            </p>
            {some.map((part) => (
              <Checkbox
                key={part.part}
                checked={!left.includes(part.part)}
                onChange={(event) =>
                  leave(event.currentTarget.checked ? left.filter((one) => one !== part.part) : [...left, part.part])
                }
                label={`${CALLED[part.part]}: ${counted(part)}`}
                description={listed(part.told)}
              />
            ))}
            {some.length > 0 && file && (
              <Button disabled={keep.length === 0} onClick={() => read.mutate({ file, keep })}>
                Take in what is ticked
              </Button>
            )}
          </div>
        )}
      </Only>
    </section>
  );
}

/** A file's text as habits; what is in it is judged by the server. */
function parsed(text: string) {
  try {
    return JSON.parse(text) as HabitsFile;
  } catch {
    throw new Error("this is no file of habits.");
  }
}

const counted = (part: HabitsPart) =>
  [
    part.new > 0 && `${part.new} new`,
    part.changed > 0 && `${part.changed} other than here`,
    part.same > 0 && `${part.same} the same`,
  ]
    .filter(Boolean)
    .join(", ");

const listed = (names: string[]) =>
  names.slice(0, SHOWN).join("; ") + (names.length > SHOWN ? `; and ${names.length - SHOWN} more` : "");
