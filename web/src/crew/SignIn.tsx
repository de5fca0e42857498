import { Button, PasswordInput, TextInput } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";

import { api, ApiProblem, ask, LONGEST_NAME, told } from "../api/client";
import { drain } from "../outbox/outbox";
import styles from "./SignIn.module.css";

/** What a browser runs on, as somebody would call it. */
const thisDevice = () =>
  /iPad|Tablet/.test(navigator.userAgent) ? "tablet" : /Mobi/.test(navigator.userAgent) ? "phone" : "computer";

/** How a phone or a computer gets in: by a code a lead makes, or by a name and its passphrase. */
export function SignIn({ code, done }: { code?: string; done: () => void }) {
  const client = useQueryClient();
  const [byCode, setByCode] = useState(true);
  const [typed, setTyped] = useState(code ?? "");
  const [name, setName] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const [label, setLabel] = useState(thisDevice);
  const enter = useMutation({
    mutationFn: async () => {
      if (byCode) await ask(api.POST("/api/pair", { body: { code: typed, label } }));
      else await ask(api.POST("/api/sign-in", { body: { name, passphrase, label } }));
    },
    onSuccess: async () => {
      await client.invalidateQueries();
      void drain(); // what waited for somebody to sign in
      done();
    },
  });
  const failure = enter.error instanceof ApiProblem ? enter.error : null;
  return (
    <form
      className={styles.form}
      aria-label="Sign in"
      onSubmit={(event: SyntheticEvent) => {
        event.preventDefault();
        enter.mutate();
      }}
    >
      {byCode ? (
        <TextInput
          label="The code"
          description="Eight letters and digits. Whoever leads makes one under Crew; it is good once, for ten minutes."
          placeholder="ABCD-2345"
          autoCapitalize="characters"
          autoComplete="one-time-code"
          maxLength={40}
          className={styles.code}
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />
      ) : (
        <>
          <TextInput
            label="Your name"
            autoComplete="username"
            maxLength={LONGEST_NAME}
            value={name}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <PasswordInput
            label="Your passphrase"
            autoComplete="current-password"
            maxLength={200}
            value={passphrase}
            onChange={(event) => setPassphrase(event.currentTarget.value)}
          />
        </>
      )}
      <TextInput
        label="What this is called"
        description="So that whoever leads knows it among the others."
        maxLength={LONGEST_NAME}
        value={label}
        onChange={(event) => setLabel(event.currentTarget.value)}
      />
      {enter.error && (
        <p role="alert" className="error">
          {failure?.errors.length ? failure.errors.map(told).join("\n") : enter.error.message}
        </p>
      )}
      <p className="row">
        <Button type="submit" loading={enter.isPending} disabled={byCode ? !typed.trim() : !name.trim() || !passphrase}>
          {byCode ? "Pair this " + thisDevice() : "Sign in"}
        </Button>
        <Button
          variant="subtle"
          onClick={() => {
            setByCode(!byCode);
            enter.reset();
          }}
        >
          {byCode ? "By a passphrase instead" : "By a code instead"}
        </Button>
      </p>
    </form>
  );
}
