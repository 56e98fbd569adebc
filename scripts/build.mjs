// npm run build: demo archive, app, policy and service worker. Does nothing when nothing changed since the
// last build.
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { bin, ensureDependencies, run } from "./dependencies.mjs";
import { pagePolicy } from "./policy.mjs";

const sources = [
  "app",
  "core",
  "data",
  "demo",
  "workers",
  "public",
  "scripts",
  "package-lock.json",
  "vite.config.ts",
  "react-router.config.ts",
];
const stampFile = "build/source-hash";

function* filesBelow(path) {
  if (!existsSync(path)) return;
  if (statSync(path).isFile()) yield path;
  else
    for (const name of readdirSync(path).sort())
      if (path !== "public" || name !== "demo") yield* filesBelow(join(path, name));
}

function sourceHash() {
  const hash = createHash("sha256");
  for (const root of sources)
    for (const file of filesBelow(root))
      if (!file.endsWith(".test.ts")) hash.update(file).update(readFileSync(file));
  return hash.digest("hex");
}

/** A policy in the page itself, for whoever serves it without headers. */
function addPolicy() {
  const page = "build/client/index.html";
  const html = readFileSync(page, "utf8");
  const meta = `<meta http-equiv="Content-Security-Policy" content="${pagePolicy(html)}"/>`;
  writeFileSync(page, html.replace(/<head>/, `<head>${meta}`));
}

/** Read once, at the very first start; without them the same is worked out there. */
const isForOneStart = (file) => file.startsWith("/demo/plans-");

/** The service worker keeps every file of this build, so that the app opens without a network. */
function addServiceWorker() {
  const files = [...filesBelow("build/client")]
    .map((f) => `/${f.slice("build/client/".length)}`)
    .filter((f) => f !== "/service-worker.js" && !f.endsWith(".map") && !isForOneStart(f));
  const hash = createHash("sha256");
  for (const f of files) hash.update(f).update(readFileSync(`build/client${f}`));
  const template = readFileSync("scripts/serviceWorker.template.js", "utf8");
  writeFileSync(
    "build/client/service-worker.js",
    template
      .replace("__VERSION__", hash.digest("hex").slice(0, 16))
      .replace("__FILES__", JSON.stringify(files)),
  );
}

export function build() {
  const hash = sourceHash();
  if (
    existsSync(stampFile) &&
    readFileSync(stampFile, "utf8") === hash &&
    existsSync("build/client/index.html")
  ) {
    console.log("The build is up to date.");
    return 0;
  }
  const env = { ...process.env, BUILD: hash };
  const status =
    run(bin("tsx"), ["scripts/buildDemo.ts"], { env }) || run(bin("react-router"), ["build"], { env });
  if (status !== 0) return status;
  addPolicy();
  addServiceWorker();
  writeFileSync(stampFile, hash);
  return 0;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  ensureDependencies();
  process.exit(build());
}
