import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";

import { ApiProblem } from "../api/client";
import { renew } from "../app/renew";
import { hold, letGo, send, type Sending, type Subject, waiting as held } from "./outbox";
import { scaled } from "./scale";

const AGAIN = 3000; // ms before a server that does not answer is asked again

interface Outbox {
  waiting: Sending[];
  add: (file: Blob, of: Subject) => Promise<void>;
}

/** A name nothing else has; a page that came over plain http has no better way to make one. */
const named = () =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, "0")).join("");

const OutboxContext = createContext<Outbox>({ waiting: [], add: () => Promise.resolve() });

/** Photographs on their way. One the server does not answer for waits in this browser and is sent again, after a reload too. */
export function PhotoOutbox({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const [waiting, setWaiting] = useState<Sending[]>([]);
  const begun = useRef(false);

  const deliver = useCallback(
    async (one: Sending) => {
      for (;;) {
        try {
          await send(one);
          break;
        } catch (failure) {
          // only one that is refused is let go: a fault, or an answer that could not be read, may be none the next time
          if (failure instanceof ApiProblem && failure.status >= 400 && failure.status < 500) {
            notifications.show({ color: "red", message: `The photograph was not kept: ${failure.message}` });
            break;
          }
          await new Promise((again) => setTimeout(again, AGAIN));
        }
      }
      await letGo(one.id);
      await renew(client, "line" in one.of ? ["log"] : ["opening", one.of.opening]);
      setWaiting((all) => all.filter((w) => w.id !== one.id));
    },
    [client],
  );

  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void held()
      .then((left) => {
        setWaiting((all) => [...left, ...all]);
        left.forEach((one) => void deliver(one));
      })
      .catch(() => undefined); // a browser that keeps nothing has nothing waiting
  }, [deliver]);

  const add = useCallback(
    async (file: Blob, of: Subject) => {
      try {
        const one = { id: named(), of, picture: await scaled(file) };
        await hold(one).catch(() => undefined); // where nothing can be held it is sent all the same
        setWaiting((all) => [...all, one]);
        void deliver(one);
      } catch (failure) {
        notifications.show({ color: "red", message: failure instanceof Error ? failure.message : String(failure) });
      }
    },
    [deliver],
  );
  const outbox = useMemo(() => ({ waiting, add }), [waiting, add]);
  return <OutboxContext value={outbox}>{children}</OutboxContext>;
}

export const usePhotoOutbox = () => useContext(OutboxContext);
