import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { describe, expect, it } from "vitest";

const roots = ["core", "data", "workers", "demo", "app"];
const aliases: readonly (readonly [RegExp, string])[] = [
  [/^#(core|data|workers|demo|app)\//, "$1/"],
  [/^#ui\//, "app/ui/"],
  [/^#route\//, "app/routes/"],
];

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((e) => e.isFile() && /\.tsx?$/.test(e.name) && !/\.(test|d)\.tsx?$/.test(e.name))
    .map((e) => normalize(join(e.parentPath, e.name)));

/** The file that an import means; null for a package or a generated type. */
function resolved(from: string, to: string): string | null {
  const alias = aliases.find(([pattern]) => pattern.test(to));
  const path = alias
    ? to.replace(alias[0], alias[1])
    : to.startsWith("./")
      ? normalize(join(dirname(from), to))
      : null;
  return path === null ? null : ([`${path}.ts`, `${path}.tsx`, path].find((p) => existsSync(p)) ?? null);
}

/** Who imports whom, types included. */
function importsOf(files: readonly string[]): ReadonlyMap<string, readonly string[]> {
  return new Map(
    files.map((file) => {
      const found = readFileSync(file, "utf8").matchAll(/\bfrom "([^"]+)"/g);
      return [file, [...found].flatMap((m) => resolved(file, m[1]!) ?? [])];
    }),
  );
}

/** Every ring of imports, each once, by a walk that remembers its path. */
function ringsIn(imports: ReadonlyMap<string, readonly string[]>): readonly string[] {
  const done = new Set<string>();
  const rings: string[] = [];
  const visit = (file: string, path: readonly string[]) => {
    const at = path.indexOf(file);
    if (at >= 0) return void rings.push([...path.slice(at), file].join(" > "));
    if (done.has(file)) return;
    for (const next of imports.get(file) ?? []) visit(next, [...path, file]);
    done.add(file);
  };
  for (const file of imports.keys()) visit(file, []);
  return rings;
}

describe("imports", () => {
  it("make no ring, types included", () => {
    expect(ringsIn(importsOf(roots.flatMap(filesIn)))).toEqual([]);
  });
  it("would be seen if they made one", () => {
    const ring = new Map([
      ["a", ["b"]],
      ["b", ["c"]],
      ["c", ["a"]],
    ]);
    expect(ringsIn(ring)).toEqual(["a > b > c > a"]);
  });
});
