import { Button, Popover } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";

import { sentence } from "../api/client";
import { heldIn, holdIn, scopeOf } from "../tape/typed";
import styles from "./NotSent.module.css";
import { drain, letGo, type Of, type Press, sendAgain } from "./outbox";
import { useOutbox, useWaiting } from "./usePress";

/** In the bar of every page: what is pressed and not at the server yet, one by one, and what the server would not have. */
export function NotSent() {
  const { late, why } = useOutbox();
  const [open, setOpen] = useState(false);
  if (late.length === 0) return null;
  const refused = late.filter((one) => one.refused !== undefined).length;
  const waits = late.length - refused;
  return (
    <Popover
      opened={open}
      onChange={setOpen}
      position="bottom-end"
      width="min(440px, 94vw)"
      withinPortal={false}
      trapFocus
      returnFocus
    >
      <Popover.Target>
        <button
          type="button"
          className={styles.chip}
          data-not-sent
          data-refused={refused > 0 || undefined}
          onClick={() => setOpen(!open)}
        >
          {[waits > 0 && `${waits} not sent yet`, refused > 0 && `${refused} not kept`].filter(Boolean).join(" · ")}
        </button>
      </Popover.Target>
      <Popover.Dropdown className={styles.list}>
        {waits > 0 && (
          <>
            <p>{sentence(why)} What waits is kept in this browser and sent by itself, in this order.</p>
            <Button size="compact-md" variant="default" onClick={() => void drain()}>
              Try now
            </Button>
          </>
        )}
        <ol>
          {late.map((one) => (
            <One key={one.name} one={one} close={() => setOpen(false)} />
          ))}
        </ol>
      </Popover.Dropdown>
    </Popover>
  );
}

function One({ one, close }: { one: Press; close: () => void }) {
  const mend = async () => {
    const scope = scopeOf(one.page.split("?")[0]!);
    const typed = Object.entries(one.typed ?? {});
    // where something else is being typed by now, that stays: what was refused is read off here
    if (typed.every(([field, text]) => [null, text].includes(heldIn(scope, field)))) {
      for (const [field, text] of [...typed, ...Object.entries(one.chosen ?? {})]) holdIn(scope, field, text);
      await letGo(one);
    }
    location.assign(one.page);
  };
  return (
    <li>
      <p>
        <Link to={one.page} onClick={close}>
          {one.said}
        </Link>{" "}
        <span className={styles.when}>
          {new Date(one.at).toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" })}
          {one.who && ` · ${one.who}`}
        </span>
      </p>
      {one.refused !== undefined && (
        <>
          <p role="alert" className="error">
            Not kept: {one.refused}
          </p>
          <div className="row">
            <Button size="compact-md" onClick={() => void (one.typed ? mend() : sendAgain(one))}>
              {one.typed ? "Write it anew" : "Send it again"}
            </Button>
            <Button size="compact-md" variant="default" onClick={() => void letGo(one)}>
              Let it go
            </Button>
          </div>
        </>
      )}
    </li>
  );
}

/** Where something was pressed: what of it waits to be sent, `named` where that is not plain from where it stands. */
export function NotSentHere({ of, named = false }: { of: Partial<Of>; named?: boolean }) {
  const { late } = useWaiting(of);
  if (late.length === 0) return null;
  return (
    <span role="status" className={styles.waits}>
      Not sent yet{named && `: ${late.map((one) => one.said).join("; ")}`}
    </span>
  );
}
