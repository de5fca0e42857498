import { Button, FileButton, Progress, Textarea } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { useParams } from "react-router";

import { ApiProblem, api, ask, type ScheduleTable, told } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { useCatalogue } from "../app/useCatalogue";
import { useJob } from "../app/useJob";
import { useHeld } from "../tape/typed";
import { ScheduleRows } from "./ScheduleRows";
import styles from "./ManyPage.module.css";

const LARGEST = 1_000_000; // bytes of a file: a schedule of a thousand doors takes a tenth of it

/** Many openings at once: paste or choose a schedule, see every row as heard, mend it, keep all of it or none. */
export function ManyPage() {
  const id = Number(useParams().jobId);
  const job = useJob(id);
  const catalogue = useCatalogue();
  const [text, setText] = useHeld<string>("pasted", "");
  const [table, setTable] = useHeld<ScheduleTable | null>("table", null);
  const read = useMutation({
    mutationFn: async (what: string | File): Promise<ScheduleTable> => {
      if (typeof what === "string") return ask(api.POST("/api/schedule/pasted", { body: { text: what } }));
      if (what.size > LARGEST) {
        const size = (what.size / 1_000_000).toFixed(1);
        throw new ApiProblem(
          413,
          `${what.name} is ${size} MB; one of at most 1 MB can be read: the sheet of the doors alone`,
        );
      }
      return ask(
        api.POST("/api/schedule/file", {
          body: (await what.arrayBuffer()) as unknown as string,
          bodySerializer: (body: unknown) => body as ArrayBuffer,
          headers: { "content-type": "application/octet-stream" },
        }),
      );
    },
    onSuccess: (found) => setTable(found),
  });
  const wrong =
    read.error instanceof ApiProblem ? (read.error.errors[0] ?? { reason: read.error.message, accepted: "" }) : null;
  const lost = job.isError ? job : catalogue.isError ? catalogue : null;
  const again = useRef<() => void>(null);
  const chosen = (file: File | null) => {
    if (!file) return;
    read.mutate(file);
    again.current?.(); // or the same file, mended meanwhile, could not be chosen once more
  };
  return (
    <>
      <JobBar tables={["schedule"]} id={id} job={job.data?.job} title="Many at once" />
      <main className="page">
        {lost && <Problem error={lost.error} retry={() => void lost.refetch()} />}
        {!table && (
          <form
            className={styles.source}
            onSubmit={(event) => {
              event.preventDefault();
              if (text.trim()) read.mutate(text);
            }}
          >
            <Textarea
              label="Paste the doors"
              description="A door a line, as on a list, or cells copied from a schedule with their headings"
              placeholder={"101 2868 RH oak 3/4 | tile 5/8 kitchen\nx3 2668 LH\npocket 2-6 x 6-8 bath"}
              autosize
              minRows={8}
              maxRows={24}
              autoFocus
              spellCheck={false}
              value={text}
              error={wrong ? told(wrong) : undefined}
              onChange={(event) => setText(event.currentTarget.value || null)}
              onPaste={(event) => {
                const pasted = event.clipboardData.getData("text");
                if (!text && pasted.trim()) {
                  event.preventDefault();
                  setText(pasted);
                  read.mutate(pasted);
                }
              }}
            />
            <div className="row">
              <Button type="submit" loading={read.isPending} disabled={!text.trim()}>
                Read them
              </Button>
              <FileButton accept=".csv,.tsv,.txt,.xlsx" resetRef={again} onChange={chosen}>
                {(props) => (
                  <Button {...props} variant="default" type="button">
                    Choose a CSV or XLSX file
                  </Button>
                )}
              </FileButton>
            </div>
            {read.isPending && <Progress value={100} animated aria-label="Reading" />}
          </form>
        )}
        {table && job.data && catalogue.data && (
          <ScheduleRows
            job={job.data}
            columns={catalogue.data.columns}
            table={table}
            change={setTable}
            again={() => {
              setTable(null);
              read.reset();
            }}
            done={() => {
              setTable(null);
              setText(null);
            }}
          />
        )}
      </main>
    </>
  );
}
