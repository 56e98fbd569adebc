/* global self, caches, location */
// Filled in by scripts/build.mjs: a hash of all files of the build, and their list.
const version = "__VERSION__", files = JSON.parse(`__FILES__`), shell = "/index.html";
self.addEventListener("install", (event) => event.waitUntil(caches.open(version).then((cache) => cache.addAll(files))));
self.addEventListener("activate", (event) => event.waitUntil(caches.keys()
  .then((names) => Promise.all(names.filter((name) => name !== version).map((name) => caches.delete(name))))
  .then(() => self.clients.claim())));
self.addEventListener("fetch", (event) => {
  if (event.request.method !== "GET" || new URL(event.request.url).origin !== location.origin) return;
  const wanted = event.request.mode === "navigate" ? shell : event.request;
  event.respondWith(caches.match(wanted).then((hit) => hit ?? fetch(event.request)));
});
