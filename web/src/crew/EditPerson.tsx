import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent } from "react";

import { api, ApiProblem, ask, type People, LONGEST_NAME, type Person } from "../api/client";
import styles from "./CrewPage.module.css";
import { CREW, ROLES, roleOptions } from "./roles";

const EVERY = 5000;

type Trade = NonNullable<Person["shares"][number]["trade"]>;
const TRADES: Record<Trade, string> = {
  wallboard: "its wallboard sheet",
  floor: "its floor sheet",
  paint: "its paint sheet",
};

/** Somebody as a lead would have them, and the version that was seen when it was begun. */
export type PersonDraft = Pick<Person, "version" | "name" | "initials" | "role" | "shares">;

interface Props {
  person: Person;
  took: (next: People) => void;
  draft: PersonDraft;
  setDraft: (next: PersonDraft | null) => void;
}

/** Change somebody: their name, what they are, and what they look on at. */
export function EditPerson({ person, took, draft, setDraft }: Props) {
  const { name, initials, role, shares } = draft;
  const close = () => setDraft(null);
  const setShares = (next: Person["shares"]) => setDraft({ ...draft, shares: next });
  const client = useQueryClient();
  const jobs = useQuery({
    queryKey: ["jobs", "all"],
    queryFn: () => ask(api.GET("/api/jobs", { params: { query: { most: EVERY } } })),
    enabled: role === "looker",
  });
  const save = useMutation({
    mutationFn: () =>
      ask(
        api.PUT("/api/people/{person_id}", {
          params: { path: { person_id: person.id } },
          body: {
            version: draft.version,
            name,
            initials,
            role,
            shares: shares.map(({ job, trade }) => ({ job, trade })),
          },
        }),
      ),
    onSuccess: (next) => {
      took(next);
      close();
    },
    onError: (failure) => {
      if (!(failure instanceof ApiProblem && failure.conflict)) return;
      setDraft({ ...draft, version: failure.conflict.version }); // seen now: kept again, it is kept on top
      void client.invalidateQueries({ queryKey: CREW });
    },
  });
  const since = save.error instanceof ApiProblem ? (save.error.conflict?.theirs as PersonDraft | undefined) : undefined;
  const more = (jobs.data ?? []).filter((one) => !shares.some((s) => s.job === one.id));
  return (
    <form
      className={styles.edit}
      aria-label={`Change ${person.name}`}
      onSubmit={(event: SyntheticEvent) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <TextInput
        label="Name"
        maxLength={LONGEST_NAME}
        value={name}
        onChange={(e) => setDraft({ ...draft, name: e.currentTarget.value })}
      />
      <TextInput
        label="Initials"
        maxLength={8}
        value={initials}
        onChange={(e) => setDraft({ ...draft, initials: e.currentTarget.value })}
      />
      <NativeSelect
        label="Role"
        description={ROLES[role].does}
        data={roleOptions}
        value={role}
        onChange={(e) => setDraft({ ...draft, role: e.currentTarget.value as Person["role"] })}
      />
      {role === "looker" && (
        <fieldset>
          <legend>Looks on at</legend>
          {shares.map((share) => (
            <div key={share.job} className="row">
              <span>{share.name}</span>
              <NativeSelect
                aria-label={`What they see of ${share.name}`}
                data={[
                  { value: "", label: "all of it" },
                  ...Object.entries(TRADES).map(([value, label]) => ({ value, label })),
                ]}
                value={share.trade ?? ""}
                onChange={(e) => {
                  const trade = (e.currentTarget.value || null) as Trade | null;
                  setShares(shares.map((one) => (one === share ? { ...one, trade } : one)));
                }}
              />
              <Button
                variant="subtle"
                aria-label={`Share ${share.name} no more`}
                onClick={() => setShares(shares.filter((one) => one !== share))}
              >
                No more
              </Button>
            </div>
          ))}
          {more.length > 0 && (
            <NativeSelect
              aria-label="One more job"
              data={[
                { value: "", label: "One more job…" },
                ...more.map((one) => ({ value: String(one.id), label: one.job.name })),
              ]}
              value=""
              onChange={(e) => {
                const job = more.find((one) => String(one.id) === e.currentTarget.value);
                if (job) setShares([...shares, { job: job.id, name: job.job.name, trade: null }]);
              }}
            />
          )}
          {jobs.data?.length === 0 && <p className="quiet">There is no job yet.</p>}
        </fieldset>
      )}
      {save.error && (
        <p role="alert" className="error">
          {since
            ? `Another lead changed them meanwhile: ${since.name}, ${since.initials}, ${ROLES[since.role].label}. Keep it again to have it as you say, or cancel.`
            : save.error.message}
        </p>
      )}
      <p className="row">
        <Button type="submit" loading={save.isPending}>
          Keep
        </Button>
        <Button variant="subtle" onClick={close}>
          Leave it
        </Button>
      </p>
    </form>
  );
}
