/// <reference lib="webworker" />
/**
 * Lets pages open with no network. What a build made is on the device whole; pages that were seen stay; a page that is not
 * there is answered with the one that shows what is: it reads the device's own store.
 */
import {
  CacheableResponsePlugin,
  CacheFirst,
  ExpirationPlugin,
  NetworkFirst,
  NetworkOnly,
  type PrecacheEntry,
  Serwist,
} from "serwist";
import { isToKeep } from "./to-keep";

declare const self: ServiceWorkerGlobalScope & {
  readonly __SW_MANIFEST: (PrecacheEntry | string)[];
};

/** Shown in place of a page that cannot be had; at its own address. */
const SHELL = "/on-device";
/** Where the device has something to show, a network that does not answer for so long is none [s]. */
const PATIENCE = 4;
/** Where it has nothing, a slow answer is better than none [s]. */
const LONGEST = 20;
const DAY = 86_400;

const PAGES = "pages";
const PICTURES = "pictures";

/** Pages that the shell shows from the device's store, newer than any copy of them. */
const OF_THE_SHELL = /^\/($|sheet\/[^/]+$|waiting$|call$)/;
/** Pages of which a copy is kept once they were seen. */
const KEPT_PAGE = /^\/(yard|log|priming)(\/|$)/;
const PICTURE = /^\/api\/sheets\/[^/]+\/photos\/[^/]+$/;

/** A server that is up without its database has no page to give: what the device has is better. */
const answers = {
  fetchDidSucceed: ({ response }: { response: Response }) =>
    response.status < 500
      ? Promise.resolve(response)
      : Promise.reject(new Error(`answered ${response.status}`)),
};

const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE,
  plugins: [
    answers,
    // What was led elsewhere, to the sign-in for one, is no copy of the page.
    { cacheWillUpdate: ({ response }) => Promise.resolve(isPage(response) ? response : null) },
    new ExpirationPlugin({ maxEntries: 80, maxAgeSeconds: 14 * DAY, purgeOnQuotaError: true }),
  ],
});

const pictures = new CacheFirst({
  cacheName: PICTURES,
  plugins: [
    new CacheableResponsePlugin({ statuses: [200] }),
    new ExpirationPlugin({ maxEntries: 300, maxAgeSeconds: 14 * DAY, purgeOnQuotaError: true }),
  ],
});

const isPage = (response: Response): boolean =>
  response.status === 200 &&
  !response.redirected &&
  (response.headers.get("content-type") ?? "").startsWith("text/html");

const isForWorker = (event: ExtendableEvent): boolean =>
  event instanceof FetchEvent && event.request.destination === "worker";

/** The same answer without an address of its own: it has that which was asked for. */
const unnamed = (copy: Response | undefined): Response | undefined =>
  copy && new Response(copy.body, { status: copy.status, headers: copy.headers });

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  precacheOptions: {
    plugins: [
      {
        // A worker takes its address from the answer, and a copy's has lost what stood behind its "#".
        cachedResponseWillBeUsed: ({ event, cachedResponse }) =>
          Promise.resolve(isForWorker(event) ? unnamed(cachedResponse) : cachedResponse),
      },
    ],
  },
  // A page that is open keeps the program that it was loaded with; the next one begins with the new.
  skipWaiting: false,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && OF_THE_SHELL.test(url.pathname),
      handler: new NetworkOnly({ networkTimeoutSeconds: PATIENCE, plugins: [answers] }),
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && KEPT_PAGE.test(url.pathname),
      handler: pages,
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.method === "GET" && PICTURE.test(url.pathname),
      handler: pictures,
    },
    {
      matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === "navigate",
      handler: new NetworkOnly({ networkTimeoutSeconds: LONGEST }),
    },
    {
      // The framework's own way to the next page: where it fails the browser goes there by itself.
      matcher: ({ request, sameOrigin }) => sameOrigin && request.headers.get("RSC") === "1",
      handler: new NetworkOnly({ networkTimeoutSeconds: LONGEST }),
    },
  ],
  fallbacks: {
    entries: [{ url: SHELL, matcher: ({ request }) => request.mode === "navigate" }],
  },
});

/** What a page asks of the worker: to keep these, or to forget what was kept for somebody else. */
self.addEventListener("message", (event) => {
  const asked: unknown = event.data;
  if (!isToKeep(asked)) return;
  if ("forget" in asked) event.waitUntil(forget());
  else event.waitUntil(keepAll(asked.pages, asked.pictures));
});

/** Of a build that is not this one: its copies name files that are not there any more. */
self.addEventListener("activate", (event) => event.waitUntil(caches.delete(PAGES)));

const forget = () => Promise.all([caches.delete(PAGES), caches.delete(PICTURES)]);

/** One after the other: what somebody does meanwhile comes first. */
async function keepAll(pageList: readonly string[], pictureList: readonly string[]): Promise<void> {
  const copies = await caches.open(PAGES);
  for (const path of pageList) {
    const answer = await fetch(path, { headers: { accept: "text/html" } }).catch(() => undefined);
    if (answer && isPage(answer)) await copies.put(path, answer);
  }
  const shots = await caches.open(PICTURES);
  for (const path of pictureList) {
    if (await shots.match(path)) continue;
    const answer = await fetch(path).catch(() => undefined);
    if (answer?.status === 200) await shots.put(path, answer);
  }
}

serwist.addEventListeners();
