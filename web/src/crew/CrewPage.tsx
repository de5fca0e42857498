import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";

import { api, ask, type People, LONGEST_NAME, type Person } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { ME } from "../app/useMe";
import { useHeld } from "../tape/typed";
import styles from "./CrewPage.module.css";
import { Door } from "./Door";
import { PersonCard } from "./PersonCard";
import { CREW, ROLES, roleOptions } from "./roles";

/** The people of the crew, the phones they are signed in on, and whether phones reach this machine. */
export function CrewPage() {
  const client = useQueryClient();
  const [pairing, setPairing] = useState<number | null>(null);
  const crew = useQuery({
    queryKey: CREW,
    queryFn: () => ask(api.GET("/api/people")),
    refetchInterval: pairing === null ? false : 2000, // a phone that is paired meanwhile stands here
  });
  const took = (next: People) => {
    client.setQueryData(CREW, next);
    void client.invalidateQueries({ queryKey: ME });
  };
  return (
    <>
      <Bar trail={<h1>Crew</h1>} />
      <main className={`page ${styles.crew}`}>
        {crew.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the crew…
          </p>
        )}
        {crew.isError && <Problem error={crew.error} retry={() => void crew.refetch()} />}
        {crew.data && (
          <>
            <Door crew={crew.data} took={took} />
            {crew.data.people.length > 0 && (
              <ul className={styles.people} aria-label="People">
                {crew.data.people.map((person) => (
                  <PersonCard
                    key={person.id}
                    person={person}
                    took={took}
                    address={crew.data.addresses[0]}
                    pairs={pairing === person.id}
                    pair={(on) => setPairing(on ? person.id : null)}
                  />
                ))}
              </ul>
            )}
            <NewPerson first={crew.data.people.length === 0} took={took} />
          </>
        )}
      </main>
    </>
  );
}

/** Somebody new; the first one leads. */
function NewPerson({ first, took }: { first: boolean; took: (next: People) => void }) {
  const [name, setName] = useHeld<string>("new person", "");
  const [chosen, setRole] = useState<Person["role"]>("hand");
  const role = first ? "lead" : chosen;
  const add = useMutation({
    mutationFn: (name: string) => ask(api.POST("/api/people", { body: { name, initials: "", role } })),
    onSuccess: (next, added) => {
      took(next);
      setName((typed) => (typed === added ? "" : typed)); // the next name may be typed already
    },
  });
  const keep = (event: SyntheticEvent) => {
    event.preventDefault();
    if (name.trim()) add.mutate(name);
  };
  return (
    <form className={styles.new} onSubmit={keep} aria-label="Somebody new">
      <TextInput
        label={first ? "Who leads" : "Somebody new"}
        placeholder="a name, in any script"
        maxLength={LONGEST_NAME}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      {!first && (
        <NativeSelect
          label="as"
          data={roleOptions}
          value={chosen}
          onChange={(event) => setRole(event.currentTarget.value as Person["role"])}
        />
      )}
      <Button type="submit" loading={add.isPending}>
        Add
      </Button>
      <p className="quiet">{ROLES[role].does}</p>
      {add.error && (
        <p role="alert" className="error">
          {add.error.message}
        </p>
      )}
    </form>
  );
}
