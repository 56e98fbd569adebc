// Serves the built app to this machine: files as they are, every address of the app as the one page.
import { createServer } from "node:http";
import { readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import sirv from "sirv";
import { policyHeaders } from "./policy.mjs";

const loopback = /^(127\.\d+\.\d+\.\d+|localhost|\[::1\])(:\d+)?$/i;
const hashed = /^\/assets\//;
const YEAR_S = 31_536_000;

/**
 * The path of an address, or null when it is no address of anything: badly escaped, or meant to lead
 * elsewhere.
 */
function pathOf(url) {
  if (!url.startsWith("/")) return null;
  try {
    const path = decodeURIComponent(url.split(/[?#]/, 1)[0]);
    return /\0|\\|(^|\/)\.\.(\/|$)/.test(path) ? null : path;
  } catch {
    return null;
  }
}

/** A part of a file that can be had; any other wish for a part is passed over, as the standard allows. */
function possibleRange(range) {
  const found = /^bytes=(\d+)-(\d*)$/.exec(range);
  return found !== null && (found[2] === "" || Number(found[1]) <= Number(found[2]));
}

/**
 * The headers for a page as it is now: they name its inline scripts, and a build may change those while this
 * serves.
 */
function policyOf(page) {
  let kept = { changedMs: Number.NaN, headers: {} };
  return () => {
    const changedMs = statSync(page, { throwIfNoEntry: false })?.mtimeMs ?? 0;
    if (changedMs !== kept.changedMs) {
      kept = { changedMs, headers: policyHeaders(changedMs > 0 ? readFileSync(page, "utf8") : "") };
    }
    return kept.headers;
  };
}

function say(response, status, text, headers = {}) {
  response.writeHead(status, { "Content-Type": "text/plain; charset=utf-8", ...headers }).end(`${text}\n`);
}

/**
 * Answers only this machine by its own names, only questions that change nothing, and every bad address with
 * a sentence.
 * @returns the listening server; rejects with the error of `listen`, for instance EADDRINUSE
 */
export function serve(root, port, host = "127.0.0.1") {
  const headersNow = policyOf(join(root, "index.html"));
  // Files are looked up at each request: a build that replaces them meanwhile is served as it is then.
  const files = sirv(root, {
    dev: true,
    etag: true,
    setHeaders: (response, path) => {
      const kept = hashed.test(path) ? `public, max-age=${YEAR_S}, immutable` : "no-cache";
      response.setHeader("Cache-Control", kept);
    },
  });
  const answer = (request, response) => {
    for (const [name, value] of Object.entries(headersNow())) response.setHeader(name, value);
    if (!loopback.test(request.headers.host ?? "")) {
      return say(response, 421, "This server answers only to this machine, as 127.0.0.1 or localhost.");
    }
    if (request.method !== "GET" && request.method !== "HEAD") {
      return say(response, 405, "Only GET and HEAD are answered here.", { Allow: "GET, HEAD" });
    }
    const path = pathOf(request.url ?? "");
    if (path === null) return say(response, 400, "This is no address here.");
    if (request.headers.range && !possibleRange(request.headers.range)) delete request.headers.range;
    return files(request, response, () => {
      // A page is asked for by its address, whatever that looks like; a missing file of the build is missing.
      const page = /\btext\/html\b/.test(request.headers.accept ?? "") || !/\.\w+$/.test(path);
      if (!page || hashed.test(path)) return say(response, 404, "There is no such file here.");
      request.url = "/index.html";
      return files(request, response, () => say(response, 404, "The app is not built yet."));
    });
  };
  const server = createServer((request, response) => {
    try {
      answer(request, response);
    } catch (error) {
      console.error(error);
      if (response.headersSent) response.destroy();
      else say(response, 500, "The server could not answer this.");
    }
  });
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () => resolve(server));
  });
}
