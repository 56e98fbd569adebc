import { mkdtemp, mkdir, writeFile } from "node:fs/promises";
import type { AddressInfo } from "node:net";
import type { Server } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

let server: Server, root: string, origin: string;
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
afterAll(() => { server.close(); });

it("gives files with their types, and the one page for every address of the app", async () => {
  const script = await fetch(`${origin}/assets/a.js`);
  expect(script.headers.get("content-type")).toBe("text/javascript");
  expect(await script.text()).toBe("code");
  for (const path of ["/", "/scenes", "/scenes/withy-sluice/parts"]) expect(await (await fetch(origin + path)).text()).toBe("the page");
});

it("gives nothing from outside its folder, and no page in place of a missing file", async () => {
  for (const path of ["/../secret.txt", "/%2e%2e/secret.txt", "/assets/..%2f..%2fsecret.txt", "/assets/missing.js"]) {
    const answer = await fetch(origin + path);
    expect(await answer.text()).not.toContain("secret");
    if (path.endsWith("missing.js")) expect(answer.status).toBe(404);
  }
});

it("says when its port is taken", async () => {
  await expect(serve(root, (server.address() as AddressInfo).port)).rejects.toMatchObject({ code: "EADDRINUSE" });
});
