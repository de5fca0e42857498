import { Button, TextInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";

import { ApiProblem, api, ask, told } from "../api/client";
import { renew } from "../api/renew";
import { useHeld } from "../tape/typed";
import styles from "./Clock.module.css";
import { inHours } from "./hours";

interface Props {
  job: number;
  opening: number;
  time: { id: number; label: string; minutes: number; by_rule: number };
}

/** A time nobody would believe: how long was it really? */
export function OddTime({ job, opening, time }: Props) {
  const client = useQueryClient();
  const [minutes, setMinutes] = useHeld<string>(`odd time ${time.id}`, "");
  const say = useMutation({
    mutationFn: (said: number | null) =>
      ask(
        api.POST("/api/jobs/{job_id}/time/{line_id}", {
          params: { path: { job_id: job, line_id: time.id } },
          body: { minutes: said },
        }),
      ),
    onSuccess: () => setMinutes(null),
    onSettled: () => renew(client, ["job", job], ["opening", opening]),
  });
  const failure = say.error instanceof ApiProblem ? say.error : null;
  return (
    <form
      className={styles.odd}
      aria-label={`How long: ${time.label}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (minutes !== "") say.mutate(Number(minutes));
      }}
    >
      <p>
        {time.label} ran <b>{inHours(time.minutes)}</b>; by rule it takes {inHours(time.by_rule)}. How long was it?
      </p>
      <TextInput
        label="Minutes"
        value={minutes}
        onChange={(event) => setMinutes(event.currentTarget.value.replace(/\D/g, "").slice(0, 5))}
        inputMode="numeric"
        error={failure?.errors[0] && told(failure.errors[0])}
      />
      <Button type="submit" disabled={minutes === ""} loading={say.isPending}>
        So long
      </Button>
      {time.minutes > 0 && (
        <Button variant="default" onClick={() => say.mutate(time.minutes)}>
          It was {inHours(time.minutes)}
        </Button>
      )}
      <Button variant="default" onClick={() => say.mutate(null)}>
        Nobody knows
      </Button>
      {failure && failure.errors.length === 0 && (
        <p role="alert" className="error">
          {failure.status === 404 ? "It was timed again since." : failure.message}
        </p>
      )}
    </form>
  );
}
