// The script that the first page loads: every file that the page names, gzipped. At most 200 kB.
import { readFileSync } from "node:fs";
import { pathToFileURL } from "node:url";
import { gzipSync } from "node:zlib";

export const MOST_BYTES = 200_000;

/** @returns every script that a built page names, largest first, with its gzipped bytes */
export function firstScripts(folder = "build/client") {
  const html = readFileSync(`${folder}/index.html`, "utf8");
  const names = [...new Set([...html.matchAll(/["'](\/assets\/[^"']+\.js)["']/g)].map((m) => m[1]))];
  return names
    .map((name) => ({ name, bytes: gzipSync(readFileSync(folder + name)).byteLength }))
    .sort((a, b) => b.bytes - a.bytes);
}

/** Prints what is loaded. @returns 0 where it is within bounds */
export function checkFirstLoad() {
  const scripts = firstScripts();
  const total = scripts.reduce((sum, s) => sum + s.bytes, 0);
  for (const { name, bytes } of scripts.slice(0, 6)) console.log(`${(bytes / 1000).toFixed(1)} kB ${name}`);
  console.log(`${(total / 1000).toFixed(1)} kB of ${MOST_BYTES / 1000} kB, ${scripts.length} files`);
  return scripts.length > 0 && total <= MOST_BYTES ? 0 : 1;
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href)
  process.exit(checkFirstLoad());
