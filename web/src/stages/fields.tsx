import { ActionIcon, Button, NativeSelect, SegmentedControl, Switch, TextInput } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useMutation } from "@tanstack/react-query";
import type { KeyboardEvent, ReactNode } from "react";

import { ApiProblem, api, ask, told } from "../api/client";
import { capital } from "../api/words";
import { choiceAt, choiceOf, chosen } from "../work/choices";
import { useWork } from "../work/context";
import { at } from "../work/paths";
import { useHeld } from "../tape/typed";
import { useOwnForm } from "../tape/useOwnForm";
import { walkOn } from "../tape/walk";
import styles from "./fields.module.css";

const onEnter = (event: KeyboardEvent<HTMLElement>) => {
  if (event.key === "Enter") {
    event.preventDefault();
    walkOn(event.currentTarget, event.shiftKey ? -1 : 1);
  }
};

interface Field {
  path: string;
  label: string;
}

/** A short text of the document. */
export function TextAt({ path, label, most = 80, description }: Field & { most?: number; description?: string }) {
  const { now, set, errors } = useWork();
  const error = errors.find((e) => e.path === path);
  const [form, ownForm] = useOwnForm();
  return (
    <>
      <TextInput
        label={label}
        description={description}
        form={form}
        enterKeyHint="next"
        data-path={path}
        data-walk
        maxLength={most}
        value={(at(now, path) as string | undefined) ?? ""}
        error={error && told(error)}
        onChange={(event) => set(path, event.currentTarget.value || undefined)}
        onKeyDown={onEnter}
      />
      {ownForm}
    </>
  );
}

interface ChoiceField {
  path: string;
  /** What it is called here, where its own name will not do. */
  label?: string;
  /** What counts while nobody chose, where that hangs on another fact. */
  fallback?: string;
  /** Options that cannot be here. */
  without?: string[];
}

/** Says that a choice nobody made here is the job's. */
function FromJob({ path }: { path: string }) {
  const { now, result } = useWork();
  const own = (at(now, path) ?? null) !== null;
  return !own && path in (result?.usual ?? {}) ? <p className="heard">from the job</p> : null;
}

function useChoice({ path, label, fallback, without = [] }: ChoiceField) {
  const { meant, set, shown, page, catalogue } = useWork();
  const of = choiceAt(path, {
    catalogue,
    region: shown.words,
    floors: page.job.job.floors ?? [],
    studs: meant.wall.studs,
  })!;
  return {
    ...of,
    label: label ?? capital(of.label),
    data: of.data.filter(({ value }) => !without.includes(value)),
    value: choiceOf(at(meant, path)) || (fallback ?? of.fallback),
    choose: (value: string) => set(path, chosen(value, of.kind)),
  };
}

/** A choice that the opening may take from its job: all in view where they are few, else in a list. */
export function ChoiceAt({ path, label }: ChoiceField) {
  const of = useChoice({ path, label });
  if (of.kind === "yes_no") return <SwitchAt path={path} label={of.label} />;
  const few = of.kind === "word" && of.fallback && of.data.length < 4 && of.data.every((d) => d.label.length < 18);
  return few ? <PickAt path={path} label={label} /> : <SelectAt path={path} label={label} />;
}

/** One of a few choices, all in view. */
export function PickAt(field: ChoiceField) {
  const { label, value, choose, data } = useChoice(field);
  return (
    <div className="pick" data-path={field.path}>
      <span className="pick-label" aria-hidden="true">
        {label}
      </span>
      <SegmentedControl fullWidth aria-label={label} value={value} onChange={choose} data={data} />
      <FromJob path={field.path} />
    </div>
  );
}

/** One of several choices, or a whole number, in a list. */
export function SelectAt(field: ChoiceField) {
  const { label, value, choose, data, fallback } = useChoice(field);
  const none = field.fallback || fallback || data[0]?.value === "" ? [] : [{ value: "", label: "not known" }];
  return (
    <div>
      <NativeSelect
        label={label}
        data-path={field.path}
        data-walk
        value={value}
        onChange={(event) => choose(event.currentTarget.value)}
        onKeyDown={onEnter}
        data={[...none, ...data]}
      />
      <FromJob path={field.path} />
    </div>
  );
}

/** A yes or no of the document. */
export function SwitchAt({ path, label }: Field) {
  const { meant, page, catalogue, set } = useWork();
  // off is said where the job says on; else it is nothing said
  const inJob = catalogue.usual[path];
  const usually = inJob !== undefined && at(page.job.job, inJob) === true;
  return (
    <div>
      <Switch
        label={label}
        data-path={path}
        checked={(at(meant, path) as boolean | undefined) ?? false}
        onChange={(event) => set(path, event.currentTarget.checked || (usually ? false : undefined))}
      />
      <FromJob path={path} />
    </div>
  );
}

interface RowsProps extends Field {
  /** What one row is called in the buttons, such as "stud". */
  one: string;
  empty: string;
  fields: (path: string, index: number) => ReactNode;
}

interface SeveralProps {
  path: string;
  label: string;
  /** How they are written. */
  description: string;
  /** What they are lengths of. */
  kind: string;
  /** A row of one that was typed. */
  row: (text: string) => unknown;
}

/** Several lengths of a list typed one after the other, with a semicolon between: Enter, or leaving the field, puts them in, all or none. */
export function Several({ path, label, description, kind, row }: SeveralProps) {
  const { set, shown } = useWork();
  const [text, setText] = useHeld<string>(`${path} several`, "");
  const hear = useMutation({
    mutationFn: ({ typed }: { text: string; typed: string[] }) =>
      Promise.all(
        typed.map((one) =>
          ask(api.GET("/api/heard", { params: { query: { unit: shown.unit, step: shown.step, text: one, kind } } })),
        ),
      ),
    onSuccess: (heard, asked) => {
      set(path, (now: unknown[] | null | undefined) => [...(now ?? []), ...heard.map((one) => row(one.canonical))]);
      setText((now) => (now === asked.text ? "" : now)); // what was typed since stays
    },
  });
  const put = () => {
    const typed = text
      .split(/[;\n]/)
      .map((one) => one.trim())
      .filter(Boolean);
    if (typed.length > 0 && !hear.isPending) hear.mutate({ text, typed });
  };
  const wrong = hear.error instanceof ApiProblem ? hear.error.errors[0] : undefined;
  return (
    <TextInput
      label={label}
      description={description}
      data-walk
      data-path={`${path} several`}
      value={text}
      error={hear.isError && (wrong ? told(wrong) : hear.error.message)}
      onChange={(event) => {
        hear.reset();
        setText(event.currentTarget.value);
      }}
      onBlur={put}
      onKeyDown={(event) => event.key === "Enter" && put()}
    />
  );
}

/** A list that grows by hand: what was found, row by row. */
export function Rows({ path, label, one, empty, fields }: RowsProps) {
  const { now, set } = useWork();
  const rows = (at(now, path) as unknown[] | null | undefined) ?? [];
  return (
    <fieldset className={styles.rows} data-path={path}>
      <legend>{label}</legend>
      {rows.length === 0 && <p className="quiet">{empty}</p>}
      {rows.map((_, i) => (
        <div className={styles.rowsRow} key={i} data-path={`${path}[${i}]`}>
          <div>{fields(`${path}[${i}]`, i)}</div>
          <ActionIcon
            variant="subtle"
            color="dark"
            size={44}
            aria-label={`Remove ${one} ${i + 1}`}
            onClick={() => set(path, (now: unknown[] | undefined) => now?.filter((__, n) => n !== i))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </div>
      ))}
      <Button
        variant="default"
        data-walk
        onClick={() => {
          set(path, (now: unknown[] | undefined) => [...(now ?? []), {}]);
          requestAnimationFrame(() =>
            document
              .querySelector<HTMLElement>(`[data-path="${CSS.escape(`${path}[${rows.length}]`)}"] input`)
              ?.focus(),
          );
        }}
      >
        Add a {one}
      </Button>
    </fieldset>
  );
}
