import { Button } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, ask, type People, type PairingCode, type Person } from "../api/client";
import { useHeld } from "../tape/typed";
import styles from "./CrewPage.module.css";
import { EditPerson, type PersonDraft } from "./EditPerson";
import { ROLES } from "./roles";

interface Props {
  person: Person;
  took: (next: People) => void;
  /** A phone of theirs is being paired. */
  pairs: boolean;
  pair: (on: boolean) => void;
  /** Where phones reach this machine. */
  address: string | undefined;
}

const moment = (at: string) => new Date(at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

/** Somebody of the crew: what they are, where they are signed in, and what a lead does about that. */
export function PersonCard({ person, took, pairs, pair, address }: Props) {
  const [draft, setDraft] = useHeld<PersonDraft | null>(`person ${person.id}`, null);
  const [asks, setAsks] = useState(false);
  const { version, name, initials, role, shares } = person;
  const begun: PersonDraft = { version, name, initials, role, shares };
  const path = { person_id: person.id };
  const remove = useMutation({
    mutationFn: () =>
      ask(api.DELETE("/api/people/{person_id}", { params: { path, query: { version: person.version } } })),
    onSuccess: took,
  });
  const back = useMutation({
    mutationFn: (device: number) =>
      ask(api.DELETE("/api/devices/{device_id}", { params: { path: { device_id: device } } })),
    onSuccess: took,
  });
  const error = remove.error ?? back.error;
  return (
    <li className={styles.person} aria-label={person.name}>
      <header>
        <span className={styles.initials} aria-hidden="true">
          {person.initials}
        </span>
        <h2>{person.name}</h2>
        <span>{ROLES[person.role].label}</span>
      </header>
      {person.role === "looker" && <LooksOnAt shares={person.shares} />}
      <ul className={styles.devices} aria-label={`Where ${person.name} is signed in`}>
        {person.devices.map((device) => (
          <li key={device.id}>
            <span>
              <b>{device.label}</b> <span className="quiet">last there {moment(device.seen)}</span>
            </span>
            <Button
              variant="subtle"
              size="compact-md"
              aria-label={`Sign ${person.name} out on ${device.label}`}
              onClick={() => back.mutate(device.id)}
            >
              Sign out
            </Button>
          </li>
        ))}
        {person.devices.length === 0 && <li className="quiet">Signed in nowhere.</li>}
      </ul>
      {pairs && <PairOne key={address} person={person} close={() => pair(false)} />}
      {draft && <EditPerson person={person} took={took} draft={draft} setDraft={setDraft} />}
      {error && (
        <p role="alert" className="error">
          {error.message}
        </p>
      )}
      <p className="row">
        {!pairs && <Button onClick={() => pair(true)}>Pair a phone</Button>}
        {!draft && (
          <Button variant="default" onClick={() => setDraft({ ...begun })}>
            Change
          </Button>
        )}
        {asks ? (
          <>
            <Button color="red" loading={remove.isPending} onClick={() => remove.mutate()}>
              Take {person.name} off, signed out everywhere
            </Button>
            <Button variant="subtle" onClick={() => setAsks(false)}>
              Keep
            </Button>
          </>
        ) : (
          <Button variant="subtle" onClick={() => setAsks(true)}>
            Take off
          </Button>
        )}
      </p>
    </li>
  );
}

function LooksOnAt({ shares }: { shares: Person["shares"] }) {
  if (shares.length === 0)
    return <p className="quiet">Nothing is shared with them yet: press Change, and say which jobs they see.</p>;
  return <p>Looks on at {shares.map((s) => (s.trade ? `${s.name}, the sheet for ${s.trade}` : s.name)).join("; ")}.</p>;
}

/** A code, and the picture to point the phone at, until a phone is paired by it. */
function PairOne({ person, close }: { person: Person; close: () => void }) {
  const make = useMutation<PairingCode>({
    mutationFn: () => ask(api.POST("/api/people/{person_id}/code", { params: { path: { person_id: person.id } } })),
  });
  const { mutate } = make;
  useEffect(() => mutate(), [mutate]);
  const [before] = useState(() => new Set(person.devices.map((d) => d.id)));
  const paired = person.devices.find((d) => !before.has(d.id));
  if (paired)
    return (
      <p role="status" className={styles.paired}>
        <b>{paired.label}</b> is paired: {person.name} is signed in there.{" "}
        <Button variant="subtle" size="compact-md" onClick={close}>
          Done
        </Button>
      </p>
    );
  return (
    <section className={styles.pairing} aria-label={`Pair a phone of ${person.name}`}>
      {make.error && (
        <p role="alert" className="error">
          {make.error.message}
        </p>
      )}
      {make.data && (
        <>
          {make.data.picture && <img src={make.data.picture} alt={`Points a phone at ${make.data.addresses[0]}`} />}
          <div>
            {make.data.picture ? (
              <p>Point {person.name}’s phone at this picture and open what it shows,</p>
            ) : (
              <p>Let phones in above, and make a new code for a picture to point the phone at.</p>
            )}
            {make.data.addresses[0] && <p>or open {make.data.addresses[0]}/pair there,</p>}
            <p>
              {make.data.addresses[0] ? "and type " : "The code is "}
              <b className={styles.code}>
                {make.data.code.slice(0, 4)}-{make.data.code.slice(4)}
              </b>
            </p>
            <p className="quiet">
              It pairs one phone, once, until{" "}
              {new Date(make.data.until).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}.
            </p>
            <p className="row">
              <Button variant="default" onClick={() => make.mutate()}>
                A new code
              </Button>
              <Button variant="subtle" onClick={close}>
                Close
              </Button>
            </p>
          </div>
        </>
      )}
    </section>
  );
}
