import { ActionIcon, Button, Popover, TextInput } from "@mantine/core";
import { useLocalStorage, useSessionStorage } from "@mantine/hooks";
import { IconUser } from "@tabler/icons-react";
import { type SyntheticEvent, useState } from "react";
import { Link } from "react-router";

import { hasWritten, LONGEST_NAME } from "../api/client";
import { useMay } from "./useMe";
import { useWho } from "./useWho";
import styles from "./Who.module.css";

/** Who is writing, in the bar: the name that goes into the record, to be said or changed at any time. */
export function Who() {
  const [who, setWho, signed] = useWho();
  const leads = useMay("GET /api/people");
  const [open, setOpen] = useState(false);
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-end" withinPortal={false} trapFocus returnFocus>
      <Popover.Target>
        <ActionIcon
          variant="subtle"
          size={44}
          aria-label={signed ? `Signed in: ${who}` : who ? `Writing: ${who}` : "Say who is writing"}
          title={who || undefined}
          className={who ? undefined : styles.nobody}
          onClick={() => setOpen(!open)}
        >
          <IconUser size={22} />
        </ActionIcon>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          className={styles.form}
          onSubmit={(event) => {
            event.preventDefault();
            setOpen(false);
          }}
        >
          {signed ? (
            <p>
              Signed in: <Link to="/me">{who}</Link>
            </p>
          ) : (
            <TextInput
              label="Your name, for the record"
              value={who}
              maxLength={LONGEST_NAME}
              onChange={(event) => setWho(event.currentTarget.value)}
            />
          )}
          <Button type="submit">Done</Button>
          {leads && (
            <Button component={Link} to="/crew" variant="subtle">
              Crew and phones
            </Button>
          )}
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}

/** Asked once of somebody who has written something without a name, on the next page they come to; never in the way of what they type. */
export function AskWho() {
  const [who, setWho] = useWho();
  const [asked, setAsked] = useLocalStorage({
    key: "jambo.who.asked",
    defaultValue: false,
    getInitialValueInEffect: false,
  });
  const [due] = useState(hasWritten);
  // held: the bar comes anew when its page has been fetched
  const [text, setText] = useSessionStorage({
    key: "jambo.who.typed",
    defaultValue: "",
    getInitialValueInEffect: false,
  });
  if (!due || asked || who) return null;
  const keep = (event: SyntheticEvent) => {
    event.preventDefault();
    if (text.trim()) setWho(text.trim());
  };
  return (
    <form className={styles.ask} onSubmit={keep} aria-label="Who is writing">
      <TextInput
        label="Your name, for the record of what is read, cut and set"
        value={text}
        maxLength={LONGEST_NAME}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button type="submit">Keep</Button>
      <Button variant="subtle" color="dark" onClick={() => setAsked(true)}>
        Without a name
      </Button>
    </form>
  );
}
