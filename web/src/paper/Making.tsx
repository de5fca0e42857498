import { Button, Progress } from "@mantine/core";
import { useEffect, useRef, useState } from "react";

import { ApiProblem } from "../api/client";
import { BROKE_OFF, keepFile } from "../app/takeFile";
import styles from "./PaperPage.module.css";

interface Step {
  done?: number;
  of?: number;
  called?: string;
  file?: string;
  failed?: string;
}

const pdfOf = (file: string) =>
  new Blob([Uint8Array.from(atob(file), (one) => one.charCodeAt(0))], { type: "application/pdf" });

interface Props {
  label: string;
  /** Asks for the file: lines of JSON, how far it is and the file at last. */
  make: (signal: AbortSignal) => Promise<unknown>;
}

/** A file that may take a while: a press that asks for it, how far it is, and one that stops it. */
export function Making({ label, make }: Props) {
  const [far, setFar] = useState<Step | null>(null);
  const [failed, setFailed] = useState("");
  const asked = useRef<AbortController>(null);
  useEffect(() => () => asked.current?.abort(), []);

  const begin = async () => {
    const own = new AbortController();
    asked.current = own;
    setFailed("");
    setFar({});
    let ended = BROKE_OFF;
    try {
      for await (const step of stepsOf((await make(own.signal)) as ReadableStream<Uint8Array<ArrayBuffer>>)) {
        if (step.file) keepFile(pdfOf(step.file), step.called ?? "");
        if (step.file ?? step.failed) ended = step.failed ?? "";
        else setFar(step);
      }
    } catch (failure) {
      if (failure instanceof ApiProblem) ended = failure.message;
    }
    if (own.signal.aborted) ended = "";
    if (asked.current !== own) return;
    setFailed(ended);
    setFar(null);
  };

  return (
    <div className={styles.making}>
      {far ? (
        <>
          <Progress value={far.of ? (100 * (far.done ?? 0)) / far.of : 0} aria-label={label} size="lg" />
          <span role="status">{far.of ? `${far.done} of ${far.of} drawn` : "Working out what goes on them…"}</span>
          <Button variant="default" onClick={() => asked.current?.abort()}>
            Stop
          </Button>
        </>
      ) : (
        <Button size="md" onClick={() => void begin()}>
          {label}
        </Button>
      )}
      {failed && (
        <p role="alert" className="error">
          {failed}
        </p>
      )}
    </div>
  );
}

/** The lines of an answer as they come. */
async function* stepsOf(answer: ReadableStream<Uint8Array<ArrayBuffer>>): AsyncGenerator<Step> {
  const reader = answer.pipeThrough(new TextDecoderStream()).getReader();
  const parts: string[] = [];
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const [rest = "", ...more] = value.split("\n");
    parts.push(rest);
    for (const next of more) {
      yield JSON.parse(parts.splice(0).join("")) as Step;
      parts.push(next);
    }
  }
}
