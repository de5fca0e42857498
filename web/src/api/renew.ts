import type { QueryClient, QueryKey } from "@tanstack/react-query";

/**
 * Fetch again what a change has made stale. A first answer that is still on its way may tell how things were before the
 * change, and would be taken for fresh: it is given up and asked for anew. Of others, whoever waits for one that is
 * given up waits for the one that is fetched in its place.
 */
export async function renew(client: QueryClient, ...keys: QueryKey[]): Promise<void> {
  const first = { predicate: ({ state }: { state: { data: unknown } }) => state.data === undefined };
  await Promise.all(keys.map((queryKey) => client.cancelQueries({ queryKey, ...first })));
  await Promise.all(keys.map((queryKey) => client.invalidateQueries({ queryKey })));
}
