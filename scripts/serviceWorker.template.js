/* global self, caches, location */
// Filled in by scripts/build.mjs: a hash of all files of the build, and their list.
const version = "__VERSION__";
const files = JSON.parse(`__FILES__`);
const shell = "/index.html";
const known = new Set(files);

/**
 * Keeps every file that can be had. The page itself must be there; another that is missing is fetched when it
 * is asked for.
 */
async function install() {
  const cache = await caches.open(version);
  const fresh = (file) => new Request(file, { cache: "no-cache" });
  await cache.add(fresh(shell));
  await Promise.allSettled(files.filter((file) => file !== shell).map((file) => cache.add(fresh(file))));
}

/** Lets go of older builds, but for the last: a tab that still runs it may ask for a part of it. */
async function activate() {
  const older = (await caches.keys()).filter((name) => name !== version);
  await Promise.all(older.slice(0, -1).map((name) => caches.delete(name)));
  await self.clients.claim();
}

async function answer(request) {
  const cache = await caches.open(version);
  const page = request.mode === "navigate";
  const kept =
    (await cache.match(page ? shell : request)) ?? (page ? undefined : await caches.match(request));
  if (kept) return kept;
  const response = await fetch(request);
  if (!page && response.ok && known.has(new URL(request.url).pathname)) {
    // A disk that is full keeps nobody from being answered.
    cache.put(request, response.clone()).catch(() => undefined);
  }
  return response;
}

self.addEventListener("install", (event) => event.waitUntil(install()));
self.addEventListener("activate", (event) => event.waitUntil(activate()));
self.addEventListener("message", (event) => {
  if (event.data === "take over") event.waitUntil(self.skipWaiting());
});
self.addEventListener("fetch", (event) => {
  if (event.request.method !== "GET" || new URL(event.request.url).origin !== location.origin) return;
  event.respondWith(answer(event.request));
});
