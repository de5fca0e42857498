import { Button, PasswordInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";
import { Link } from "react-router";

import { api, ApiProblem, ask, told } from "../api/client";
import { Bar } from "../app/Bar";
import { useMe } from "../app/useMe";
import { ROLES } from "./roles";
import styles from "./SignIn.module.css";

/** Whoever is signed in here: where, as what, with which passphrase, and out again. */
export function MePage() {
  const me = useMe();
  const client = useQueryClient();
  const out = useMutation({
    mutationFn: () => ask(api.POST("/api/sign-out")),
    onSuccess: () => client.invalidateQueries(),
  });
  return (
    <>
      <Bar trail={<h1>{me?.signed ? me.name : "Signed in as"}</h1>} />
      <main className={`page ${styles.page}`}>
        {me?.signed && me.role ? (
          <>
            <p>
              Signed in on <b>{me.device}</b> as {ROLES[me.role].label}. {ROLES[me.role].does}
            </p>
            <Passphrase has={me.passphrase} />
            <p className="row">
              <Button variant="default" loading={out.isPending} onClick={() => out.mutate()}>
                Sign out here
              </Button>
            </p>
          </>
        ) : (
          <p>
            Nobody is signed in at this machine; it does whatever it is asked, under the name you say.{" "}
            <Link to="/pair">Sign in</Link>
          </p>
        )}
      </main>
    </>
  );
}

function Passphrase({ has }: { has: boolean }) {
  const client = useQueryClient();
  const [old, setOld] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const set = useMutation({
    mutationFn: () => ask(api.PUT("/api/me/passphrase", { body: { passphrase, old } })),
    onSuccess: async () => {
      setOld("");
      setPassphrase("");
      await client.invalidateQueries({ queryKey: ["me"] });
    },
  });
  return (
    <form
      className={styles.form}
      aria-label="Passphrase"
      onSubmit={(event: SyntheticEvent) => {
        event.preventDefault();
        set.mutate();
      }}
    >
      {has && (
        <PasswordInput
          label="The passphrase there is"
          autoComplete="current-password"
          maxLength={200}
          value={old}
          onChange={(e) => setOld(e.currentTarget.value)}
        />
      )}
      <PasswordInput
        label={has ? "A new one" : "A passphrase"}
        description="To sign in on another computer without a code: a few words, at least twelve characters."
        autoComplete="new-password"
        maxLength={200}
        value={passphrase}
        onChange={(e) => setPassphrase(e.currentTarget.value)}
      />
      {set.error && (
        <p role="alert" className="error">
          {set.error instanceof ApiProblem && set.error.errors.length
            ? set.error.errors.map(told).join("\n")
            : set.error.message}
        </p>
      )}
      {set.isSuccess && !passphrase && <p role="status">It is set.</p>}
      <p className="row">
        <Button type="submit" disabled={!passphrase} loading={set.isPending}>
          Set it
        </Button>
      </p>
    </form>
  );
}
