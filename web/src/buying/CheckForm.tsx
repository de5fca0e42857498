import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type SyntheticEvent, useState } from "react";

import { ApiProblem, api, ask, type Asked, told } from "../api/client";
import { useShow, type useShown } from "../app/show";
import { LengthField } from "../tape/LengthField";
import { useHeld, useTyped } from "../tape/typed";
import { walkOn } from "../tape/walk";
import styles from "./CamePage.module.css";
import { Says } from "./Says";
import { useBegun } from "./useBuying";
import { type CameWork, type Measured, type Measuring, slotOf } from "./useCame";

interface Props {
  job: number;
  of: Measuring;
  /** What it is called, for whoever hears the page. */
  named: string;
  most: number;
  asked: Asked[];
  work: CameWork;
  shown: ReturnType<typeof useShown>;
  /** Whether nothing newer of it is on its way. */
  still: boolean;
  close: () => void;
}

const onEnter = (event: KeyboardEvent<HTMLElement>) => {
  if (event.key !== "Enter") return;
  event.preventDefault();
  walkOn(event.currentTarget, event.shiftKey ? -1 : 1);
};

/** What a tape meets on a delivery, in that order, with the verdict while it is measured. What is typed is held until it is kept. */
export function CheckForm({ job, of: now, named, most, asked, work, shown, still, close }: Props) {
  const [of, lookAnew] = useBegun(now, still);
  const slot = slotOf(of);
  const typed = useTyped();
  const [before] = useState(() => Object.fromEntries((of.thing?.measured ?? []).map((m) => [m.key, m.written])));
  const [said, setSaid] = useHeld<Measured>(slot, { count: String(most), texts: before, note: "" });
  const put = (facts: Partial<Measured>) => setSaid((now) => ({ ...now, ...facts }));
  const measure = (key: string, text: string) => setSaid((now) => ({ ...now, texts: { ...now.texts, [key]: text } }));
  const show = useShow();
  const [settled] = useDebouncedValue(said.texts, 250);
  const some = Object.values(settled).some((text) => text.trim());
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const verdict = useQuery({
    queryKey: ["job", job, "verdict", of.order, settled, shown.unit, query],
    queryFn: () =>
      ask(
        api.POST("/api/jobs/{job_id}/buying/orders/{order_id}/verdict", {
          params: { path: { job_id: job, order_id: of.order }, query },
          body: { measured: settled, unit: shown.unit },
        }),
      ),
    enabled: some,
    retry: false,
    placeholderData: (before) => before,
  });
  const { keep } = work;
  const problem = keep.error instanceof ApiProblem ? keep.error : null;
  const wrong = (path: string) => problem?.errors.find((e) => e.path === path);
  const known = ["count", "note", ...asked.map((a) => `measured.${a.key}`)];
  const other = problem && !problem.errors.some((e) => known.includes(e.path)) ? problem.message : null;
  const let_go = () => {
    setSaid(null);
    for (const a of asked) typed.hold(`${slot}.${a.key}`, null);
  };
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    keep.mutate(
      { of, said, unit: shown.unit, named },
      {
        onSuccess: () => {
          let_go();
          close();
        },
        onError: lookAnew,
      },
    );
  };
  const count = wrong("count");
  return (
    <form className={styles.check} aria-label={named} onSubmit={submit}>
      {!of.thing && (
        <TextInput
          label="How many came that measure alike"
          inputMode="numeric"
          data-walk
          value={said.count}
          error={count && told(count)}
          onKeyDown={onEnter}
          onChange={(e) => put({ count: e.currentTarget.value.replace(/\D/g, "") })}
        />
      )}
      {asked.map((a) =>
        a.kind ? (
          <div key={a.key}>
            <LengthField
              label={a.label}
              kind={a.kind}
              path={`${slot}.${a.key}`}
              unit={shown.unit}
              step={shown.step}
              value={before[a.key]}
              error={wrong(`measured.${a.key}`)}
              keeps={false}
              onText={(text) => measure(a.key, text)}
              onChange={() => undefined}
            />
            <p className={styles.how}>{a.how}</p>
          </div>
        ) : (
          <NativeSelect
            key={a.key}
            label={a.label}
            description={a.how}
            data-walk
            value={said.texts[a.key] ?? ""}
            onKeyDown={onEnter}
            onChange={(e) => measure(a.key, e.currentTarget.value)}
            data={[{ value: "", label: "not looked at" }, ...a.choices]}
          />
        ),
      )}
      {!of.thing && (
        <TextInput
          label="What is to be said of it"
          maxLength={200}
          data-walk
          value={said.note}
          onKeyDown={onEnter}
          onChange={(e) => put({ note: e.currentTarget.value })}
        />
      )}
      <div aria-live="polite" className={styles.verdict}>
        {some && verdict.data && verdict.data.length > 0 && <Says verdicts={verdict.data} />}
        {some && verdict.data?.length === 0 && <p>No opening of this job is still planned for it.</p>}
      </div>
      {other && (
        <p role="alert" className="error">
          {other}
        </p>
      )}
      <div className="row">
        <Button type="submit" data-walk loading={keep.isPending} disabled={!of.thing && !Number(said.count)}>
          Write it down
        </Button>
        <Button variant="subtle" color="dark" onClick={close}>
          Not now
        </Button>
      </div>
    </form>
  );
}
