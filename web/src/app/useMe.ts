import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

import { api, ask, type Me, SIGNED_OUT } from "../api/client";
import { forgetPages } from "./keptPages";
import type { paths } from "../api/schema";

export const ME = ["me"];

const KEPT = "jambo.me";
const kept = (): Me | undefined => {
  try {
    const text = localStorage.getItem(KEPT);
    return text === null ? undefined : (JSON.parse(text) as Me);
  } catch {
    return undefined;
  }
};

async function asked() {
  const before = kept();
  const me = await ask(api.GET("/api/me"));
  if (before && (before.name !== me.name || before.role !== me.role)) await forgetPages();
  try {
    localStorage.setItem(KEPT, JSON.stringify(me));
    if (me.signed) localStorage.setItem("jambo.who", JSON.stringify(me.name));
  } catch {
    // a browser that keeps nothing asks again
  }
  return me;
}

/** Who is at work here, and what they may do; away from the server, as it was known last. */
export const useMe = () => useQuery({ queryKey: ME, queryFn: asked, staleTime: 60_000, placeholderData: kept }).data;

export type Route = `${"GET" | "POST" | "PUT" | "DELETE"} ${keyof paths}`;

/** Whether whoever is at work here may ask a route, named by its method and template; while nobody knows, they may try. */
export function useMay(route: Route) {
  const me = useMe();
  return me === undefined || me.may.includes(route);
}

/** Looks again who is signed in when the server no longer knows. */
export function useSignedOut() {
  const client = useQueryClient();
  useEffect(() => {
    const look = () => void client.invalidateQueries({ queryKey: ME });
    addEventListener(SIGNED_OUT, look);
    return () => removeEventListener(SIGNED_OUT, look);
  }, [client]);
}
