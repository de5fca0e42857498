import { Button, TextInput } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { ApiProblem, LONGEST_NAME } from "../api/client";
import { useWho } from "../app/useWho";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { useHeld } from "../tape/typed";
import { useWork } from "../work/context";
import styles from "./Happened.module.css";

interface Props {
  what: "framed" | "set" | "signed";
  label: string;
  /** A note is asked for. */
  note?: string;
}

const SAID = { framed: "Framed", set: "Set", signed: "Signed off" };

/** One press that writes what happened into the log; what is written stays there. */
export function Happened({ what, label, note }: Props) {
  const { page, took } = useWork();
  const [text, setText] = useHeld<string>(`note ${what}`, "");
  const [who, setWho, signedIn] = useWho();
  const record = useMutation({
    mutationFn: () =>
      press(
        {
          of: { kind: what, opening: page.id },
          said: `${page.opening.mark || "no mark"} ${SAID[what].toLowerCase()}`,
          renews: [["opening", page.id], ["job"]],
          typed: { [`note ${what}`]: JSON.stringify(text) },
        },
        (to) =>
          to.POST("/api/openings/{opening_id}/events", {
            params: { path: { opening_id: page.id } },
            body: { what, note: text },
          }),
      ),
    onSuccess: (next) => {
      if (next) took(next);
      setText(null);
    },
  });
  const done = page.events.find((e) => e.what === what);
  const failure = record.error instanceof ApiProblem ? record.error : null;
  return (
    <div className={styles.happened} data-done={done ? what : undefined}>
      {done && (
        <p role="status">
          <strong>{SAID[what]}</strong>{" "}
          {new Date(done.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
          {done.who ? ` by ${done.who}` : ""}
          {typeof done.detail.note === "string" && done.detail.note ? ` · ${done.detail.note}` : ""}
        </p>
      )}
      {note && (
        <TextInput label={note} maxLength={500} value={text} onChange={(event) => setText(event.currentTarget.value)} />
      )}
      {what === "signed" && (
        <TextInput
          label="Signed off by"
          readOnly={signedIn}
          placeholder="your name"
          maxLength={LONGEST_NAME}
          value={who}
          onChange={(event) => setWho(event.currentTarget.value)}
        />
      )}
      <Button variant={done ? "default" : "filled"} onClick={() => record.mutate()} loading={record.isPending}>
        {done ? `${label}, again` : label}
      </Button>
      <NotSentHere of={{ kind: what, opening: page.id }} />
      {failure && (
        <p role="alert" className="error">
          {failure.message}
        </p>
      )}
    </div>
  );
}
