import { Button, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { ApiProblem, type FieldError, type Storey, api, ask } from "../api/client";
import { renew } from "../api/renew";
import { useShown } from "../app/show";
import { useJob } from "../app/useJob";
import { WithFractions } from "../tape/Digits";
import { LengthField } from "../tape/LengthField";
import { useHeld, useTyped } from "../tape/typed";
import styles from "./LevelLine.module.css";

interface Props {
  job: ReturnType<typeof useJob>["data"];
  of: Storey;
}

/** A storey's level line: set once, how high over the floor at which place; every opening is taped from it. */
export function LevelLine({ job, of }: Props) {
  const client = useQueryClient();
  const shown = useShown(job?.job);
  const texts = useTyped();
  const path = `level line of ${of.storey}`;
  const [draft, setDraft] = useHeld<{ over: string; place: string } | null>(
    `${path}, as said`, // its length is held under its own path
    null,
  );
  const [errors, setErrors] = useState<FieldError[]>([]);
  const kept = { over: of.level_line?.over ?? "", place: of.level_line?.place ?? "" };
  const now = draft ?? kept;
  const put = (facts: Partial<typeof now>) => setDraft((before) => ({ ...(before ?? kept), ...facts }));
  const keep = useMutation({
    mutationFn: (said: { over: string; place: string } | null) => {
      const others = (job!.job.level_lines ?? []).filter((one) => (one.storey ?? "") !== of.storey);
      const mine = said ? [{ storey: of.storey, place: said.place, ...(said.over && { over: said.over }) }] : [];
      return ask(
        api.PUT("/api/jobs/{job_id}", {
          params: { path: { job_id: job!.id } },
          body: { version: job!.version, job: { ...job!.job, level_lines: [...others, ...mine] } },
        }),
      );
    },
    onSuccess: async () => {
      setErrors([]);
      setDraft(null);
      texts.hold(path, null);
      client.removeQueries({ queryKey: ["opening"] });
      await renew(client, ["job"]);
    },
    onError: (failure) => {
      setErrors(failure instanceof ApiProblem ? failure.errors : []);
      const conflict = failure instanceof ApiProblem && failure.conflict;
      notifications.show({
        color: "red",
        message: conflict
          ? "Someone changed the job since. What you typed is still here; look at it and keep it again."
          : failure.message,
      });
      void client.invalidateQueries({ queryKey: ["job", job!.id] });
    },
  });
  if (!job) return null;
  return (
    <details className={styles.level} open={draft !== null || undefined}>
      <summary>
        {of.level_line ? (
          <WithFractions
            text={`Level line ${of.level_line.over || "at a height not said"}${of.level_line.place ? ` over the floor at ${of.level_line.place}` : ""}`}
          />
        ) : (
          "Its level line"
        )}
      </summary>
      <p className="quiet">
        Set a laser or water level once and mark it all round. At each opening tape down from it to the floor, at either
        foot: the survey asks for “level line over the floor”.
      </p>
      <div className={styles.fields}>
        <LengthField
          label="How high it was set"
          kind="height"
          path={path}
          unit={shown.unit}
          step={shown.step}
          value={now.over || undefined}
          keptIn={job.job.unit ?? "in"}
          keeps={false} // held until the line is kept, whatever line another keeps meanwhile
          error={errors.find((e) => e.path.endsWith(".over"))}
          onChange={(over) => put({ over: over ?? "" })}
        />
        <TextInput
          label="over the floor at"
          placeholder="the front door"
          data-walk
          maxLength={80}
          value={now.place}
          onChange={(event) => put({ place: event.currentTarget.value })}
        />
        {/* never disabled: the press that ends a length is the one that keeps it */}
        <Button aria-busy={keep.isPending} onClick={() => (now.over || now.place) && keep.mutate(now)}>
          Keep the line
        </Button>
        {of.level_line && (
          <Button variant="subtle" aria-busy={keep.isPending} onClick={() => keep.mutate(null)}>
            No level line
          </Button>
        )}
      </div>
    </details>
  );
}
