import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";

import { onKept } from "../api/client";

// as sw/sw.ts names them
const KEPT_CACHES = ["jambo-seen", "jambo-solved"];
const AGAIN = 5000; // ms between looks whether the server is back

let since: string | null = null;
const listeners = new Set<() => void>();

const tell = (next: string | null) => {
  if (next === since) return;
  since = next;
  listeners.forEach((one) => one());
};

// of several that are shown together the oldest says how old the page is; an answer of the server itself says that it is back
onKept((at) => tell(at === null ? null : since === null || at < since ? at : since));

/** Have this browser keep the pages for when the network is away. */
export function keepPages() {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  navigator.serviceWorker.register("/sw.js").catch(() => undefined); // a certificate that is not trusted: it works without
}

/** Forget what is kept of pages: somebody else is at this browser, or nobody. */
export const forgetPages = () => Promise.all("caches" in window ? KEPT_CACHES.map((name) => caches.delete(name)) : []);

/** Since when what is shown is kept, where the server does not answer; null while it does. */
export const useKeptSince = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    () => since,
  );

/** Looks whether a server that did not answer is back, and has everything fetched anew then. */
export function useBack() {
  const client = useQueryClient();
  const away = useKeptSince() !== null;
  useEffect(() => {
    if (!away) return;
    const look = () => {
      void fetch("/api/health").then(
        (answer) => {
          if (!answer.ok) return;
          tell(null);
          void client.invalidateQueries();
        },
        () => undefined,
      );
    };
    const timer = setInterval(look, AGAIN);
    addEventListener("online", look);
    return () => {
      clearInterval(timer);
      removeEventListener("online", look);
    };
  }, [away, client]);
}
