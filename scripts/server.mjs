// Serves the built app to this machine: files as they are, every other address as the one page.
import { createServer } from "node:http";
import { createReadStream, existsSync, statSync } from "node:fs";
import { extname, join, normalize } from "node:path";

const types = {
  ".html": "text/html; charset=utf-8", ".js": "text/javascript", ".css": "text/css", ".svg": "image/svg+xml", ".json": "application/json", ".webmanifest": "application/manifest+json",
  ".woff2": "font/woff2", ".woff": "font/woff", ".zip": "application/zip", ".png": "image/png", ".wasm": "application/wasm",
};

/** @returns the listening server; rejects with the error of `listen`, for instance EADDRINUSE */
export function serve(root, port, host = "127.0.0.1") {
  const server = createServer((request, response) => {
    const path = normalize(decodeURIComponent(new URL(request.url ?? "/", "http://x").pathname));
    const file = join(root, path);
    const found = file.startsWith(root) && existsSync(file) && statSync(file).isFile() ? file : extname(path) === "" ? join(root, "index.html") : null;
    if (!found) {
      response.writeHead(404, { "content-type": "text/plain" }).end("Not found");
      return;
    }
    const cached = path.startsWith("/assets/") ? "public, max-age=31536000, immutable" : "no-cache";
    response.writeHead(200, { "content-type": types[extname(found)] ?? "application/octet-stream", "cache-control": cached, "x-content-type-options": "nosniff", "referrer-policy": "no-referrer" });
    if (request.method === "HEAD") response.end();
    else createReadStream(found).pipe(response);
  });
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () => resolve(server));
  });
}
