import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";

/** Every package that a script needs before it has run a line: what it imports, and what those import. */
function packagesBefore(file: string, seen = new Set<string>()): readonly string[] {
  if (seen.has(file)) return [];
  seen.add(file);
  const imports = readFileSync(file, "utf8").matchAll(/^import [^;]*?from "([^"]+)";|^import "([^"]+)";/gm);
  return [...imports].flatMap(([, from, bare]) => {
    const name = from ?? bare!;
    if (name.startsWith("node:")) return [];
    return name.startsWith("./") ? packagesBefore(join("scripts", name), seen) : [`${file}: ${name}`];
  });
}

it.each(["demo", "test", "build", "dev"])("npm run %s begins on a clone with nothing installed", (name) => {
  expect(packagesBefore(`scripts/${name}.mjs`)).toEqual([]);
});

it("would see a package that is needed too soon", () => {
  expect(packagesBefore("scripts/server.mjs")).toEqual(["scripts/server.mjs: sirv"]);
});
