import { mkdtemp, mkdir, writeFile } from "node:fs/promises";
import { createHash } from "node:crypto";
import type { AddressInfo } from "node:net";
import { request, type Server } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
// @ts-expect-error a plain script without types
import { pagePolicy } from "./policy.mjs";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

let server: Server;
let root: string;
let origin: string;
beforeAll(async () => {
  const folder = await mkdtemp(join(tmpdir(), "hollow-"));
  root = join(folder, "site");
  await mkdir(join(root, "assets"), { recursive: true });
  await writeFile(join(root, "index.html"), "the page");
  await writeFile(join(root, "assets/a.js"), "code");
  await writeFile(join(folder, "secret.txt"), "secret");
  server = (await serve(root, 0)) as Server;
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
});

it("gives files with their types, and the one page for every address of the app", async () => {
  const script = await fetch(`${origin}/assets/a.js`);
  expect(script.headers.get("content-type")).toMatch(/^text\/javascript/);
  expect(await script.text()).toBe("code");
  for (const path of ["/", "/scenes", "/scenes/withy-sluice/parts"])
    expect(await (await fetch(origin + path)).text()).toBe("the page");
});

/** Asks with a raw request, so that nothing on the way mends the address or the headers. */
function ask(
  path: string,
  headers: Record<string, string> = {},
  method = "GET",
): Promise<{ status: number; headers: Record<string, unknown>; text: string }> {
  const { port } = server.address() as AddressInfo;
  return new Promise((done, fail) => {
    const question = request(
      { host: "127.0.0.1", port, path, method, headers: { accept: "text/html", ...headers } },
      (answer) => {
        const chunks: Buffer[] = [];
        answer.on("data", (c: Buffer) => chunks.push(c));
        answer.on("end", () =>
          done({
            status: answer.statusCode!,
            headers: answer.headers,
            text: Buffer.concat(chunks).toString(),
          }),
        );
      },
    );
    question.on("error", fail);
    question.end();
  });
}

it("gives nothing from outside its folder, and no page in place of a missing file", async () => {
  for (const path of [
    "/../secret.txt",
    "/%2e%2e/secret.txt",
    "/assets/..%2f..%2fsecret.txt",
    "/..%5csecret.txt",
    "/assets/../../secret.txt",
  ]) {
    const answer = await ask(path);
    expect(answer.text).not.toContain("secret");
    expect(answer.status).toBe(400);
  }
  expect((await ask("/assets/missing.js")).status).toBe(404);
  expect((await ask("/missing.js", { accept: "*/*" })).status).toBe(404);
});

it("answers every bad address with a sentence and goes on", async () => {
  for (const path of [
    "/%",
    "/%zz",
    "/%c0%ae%c0%ae/",
    "/%00",
    "/a%00b",
    "//",
    "/?%",
    "/%ff.js",
    `/${"a".repeat(6000)}`,
    "/*",
    "/\\..\\x",
  ]) {
    const answer = await ask(path);
    expect([200, 400, 404, 414, 431], path).toContain(answer.status);
    if (/%(?!00)|%00/.test(path.split("?")[0]!))
      expect(answer, path).toMatchObject({ status: 400, text: "This is no address here.\n" });
    expect((await ask("/")).text).toBe("the page");
  }
});

it("opens the page at an address that ends like a file", async () => {
  expect(await ask("/scenes/a.b")).toMatchObject({ status: 200, text: "the page" });
  expect(await ask("/scenes/a.b/parts")).toMatchObject({ status: 200, text: "the page" });
});

it("says with everything it sends what may run, and that it stands in no frame", async () => {
  for (const path of ["/", "/assets/a.js", "/scenes", "/%", "/assets/missing.js"]) {
    const { headers } = await ask(path);
    expect(headers["content-security-policy"], path).toMatch(
      /default-src 'self'; script-src 'self' 'wasm-unsafe-eval'.*frame-ancestors 'none'$/,
    );
    expect(headers["content-security-policy"]).not.toContain("'unsafe-eval'");
    expect(headers["permissions-policy"]).toMatch(/camera=\(\).*screen-wake-lock=\(self\)/);
    expect(headers).toMatchObject({
      "x-content-type-options": "nosniff",
      "referrer-policy": "no-referrer",
      "cross-origin-opener-policy": "same-origin",
    });
  }
});

it("names inline scripts of the page by their hash", () => {
  const policy = pagePolicy("<head><script>let a = 1;</script><script src='x.js'></script></head>") as string;
  // echo -n 'let a = 1;' | openssl dgst -sha256 -binary | base64
  expect(policy).toContain(`'sha256-${createHash("sha256").update("let a = 1;").digest("base64")}'`);
  expect(policy.match(/sha256-/g)).toHaveLength(1);
});

it("answers only to its own names: a page elsewhere cannot reach it by a name that leads here", async () => {
  for (const host of ["localhost", "127.0.0.1:4310", "LOCALHOST:1", "[::1]:80"])
    expect((await ask("/", { host })).status, host).toBe(200);
  for (const host of [
    "evil.example",
    "127.0.0.1.evil.example",
    "localhost.evil.example",
    "evil.example:4310",
    "10.0.0.1",
  ]) {
    expect(await ask("/", { host }), host).toMatchObject({
      status: 421,
      text: expect.not.stringContaining("the page") as string,
    });
  }
});

it("refuses what would change something", async () => {
  for (const method of ["POST", "PUT", "DELETE", "PATCH", "OPTIONS", "TRACE", "PROPFIND"])
    expect(await ask("/", {}, method), method).toMatchObject({
      status: 405,
      headers: { allow: "GET, HEAD" },
    });
});

it("knows HEAD, tags and parts of a file, and no part that cannot be had ends it", async () => {
  const head = await ask("/assets/a.js", {}, "HEAD");
  expect(head).toMatchObject({
    status: 200,
    text: "",
    headers: { "content-length": "4", "cache-control": expect.stringContaining("immutable") as string },
  });
  expect((await ask("/", { "if-none-match": String((await ask("/")).headers.etag) })).status).toBe(304);
  expect(await ask("/assets/a.js", { range: "bytes=1-2" })).toMatchObject({
    status: 206,
    text: "od",
    headers: { "content-range": "bytes 1-2/4" },
  });
  expect((await ask("/assets/a.js", { range: "bytes=99-" })).status).toBe(416);
  for (const range of [
    "bytes=3-1",
    "bytes=-2",
    "bytes=a-b",
    "lines=1-2",
    "bytes=0-1,2-3",
    "bytes=99999999999999999999-1",
  ]) {
    expect(await ask("/assets/a.js", { range }), range).toMatchObject({ status: 200, text: "code" });
  }
});

it("says when its port is taken", async () => {
  await expect(serve(root, (server.address() as AddressInfo).port)).rejects.toMatchObject({
    code: "EADDRINUSE",
  });
});
