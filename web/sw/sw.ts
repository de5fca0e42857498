// Keeps the pages for when the network is away: the shell, what was seen last, what was worked out last. What is kept says since when.
import { clientsClaim } from "workbox-core";
import { CacheExpiration, ExpirationPlugin } from "workbox-expiration";
import { cleanupOutdatedCaches, type PrecacheEntry, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: PrecacheEntry[] };

const SHELL = "jambo-shell";
const SEEN = "jambo-seen"; // both are forgotten when somebody else signs in (web/src/app/keptPages.ts)
const SOLVED = "jambo-solved";
const KEPT = "X-Jambo-Kept"; // since when an answer is kept
const MONTH = 31 * 24 * 3600; // seconds
const PATIENCE = 8; // seconds a poor network is waited for where something is kept

// what is asked at every key, what is told as it happens, and who is there, are of the moment alone
const PASSING = /^\/api\/(health|me|people|heard|level|line|steps|feeds|site|live)\b|\/(live|line)$|\.(ics|csv)$/;

/** An answer with the moment it is kept at; others than good ones are not kept. */
function stamped(answer: Response): Response | null {
  if (answer.status !== 200) return null;
  const headers = new Headers(answer.headers);
  headers.set(KEPT, new Date().toISOString());
  return new Response(answer.body, { status: 200, headers });
}

void self.skipWaiting();
clientsClaim();
cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST); // the files of the front end, named by what is in them
self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(SHELL).then((cache) => cache.add("/")));
});

// one page for every address
registerRoute(
  new NavigationRoute(
    new NetworkFirst({
      cacheName: SHELL,
      networkTimeoutSeconds: PATIENCE,
      plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve("/") }],
    }),
    { denylist: [/^\/api\//] },
  ),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/api/") && !PASSING.test(url.pathname),
  new NetworkFirst({
    cacheName: SEEN,
    networkTimeoutSeconds: PATIENCE,
    plugins: [
      { cacheWillUpdate: ({ response }) => Promise.resolve(stamped(response)) },
      new ExpirationPlugin({ maxEntries: 600, maxAgeSeconds: MONTH, purgeOnQuotaError: true }),
    ],
  }),
);

const solved = new CacheExpiration(SOLVED, { maxEntries: 300, maxAgeSeconds: MONTH });

/** The name an answer is kept under that was worked out from a document: the document's own. */
async function named(url: URL, body: string) {
  const sum = await crypto.subtle.digest("SHA-256", new TextEncoder().encode(body));
  const hex = [...new Uint8Array(sum)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return new URL(`${url.pathname}?of=${hex}`, url).href;
}

// what is worked out from a document, where the page says that it is worth keeping: not at every key
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^\/api\/(solve|walls\/\d+\/layout)$/.test(url.pathname),
  async ({ request, url }) => {
    const body = await request.clone().text();
    const cache = await caches.open(SOLVED);
    try {
      const answer = await fetch(request);
      const keeps = url.pathname !== "/api/solve" || request.headers.has("X-Jambo-Keep");
      const kept = keeps && stamped(answer.clone());
      if (kept) {
        const name = await named(url, body);
        await cache.put(name, kept);
        await solved.updateTimestamp(name);
        void solved.expireEntries();
      }
      return answer;
    } catch (failure) {
      const kept = await cache.match(await named(url, body));
      if (kept) return kept;
      throw failure;
    }
  },
  "POST",
);
