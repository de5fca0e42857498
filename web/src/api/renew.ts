import type { Query, QueryClient, QueryKey } from "@tanstack/react-query";

/**
 * Fetch again what a change has made stale. An answer on its way that nothing asks for anew by itself, a first one or one
 * no page shows now, may tell how things were before the change, and would be taken for fresh: it is given up. Of all
 * others, whoever waits for one that is given up waits for the one that is fetched in its place.
 */
export async function renew(client: QueryClient, ...keys: QueryKey[]): Promise<void> {
  const alone = (query: Query) => query.state.data === undefined || !query.isActive();
  await Promise.all(keys.map((queryKey) => client.cancelQueries({ queryKey, predicate: alone })));
  await Promise.all(keys.map((queryKey) => client.invalidateQueries({ queryKey })));
}
