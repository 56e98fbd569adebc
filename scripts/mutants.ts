// npm run mutants [-- --count 100] [--from 0] [--seed 1] [--in core/print]: changes one word of the core at a time and
// runs the unit tests that have to do with that file. Prints what survived: a change that no test sees. --from goes on
// where an earlier run of the same seed was stopped.
import { execFileSync, spawnSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

const given = (name: string, usual: string) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : process.argv[at + 1]!;
};
const count = Number(given("count", "100"));
const from = Number(given("from", "0"));
const folder = given("in", "core");
/** Longest that a run of tests may take before the change counts as seen: it made something endless. */
const MOST_MS = 300_000;
/** Thousands of random rows: minutes, for what the tests of the changed file itself should see. */
const LONG = ["data/archiveRows.test.ts", "data/roundTrip.test.ts", "scripts/**"];

/** One token for another. Numbers grow by a twentieth, or by one where they are small and whole. */
const changes: readonly (readonly [name: string, pattern: RegExp, to: (token: string) => string])[] = [
  ["plus is minus", /(?<=[\w)\]] )\+(?= [\w(])/g, () => "-"],
  ["minus is plus", /(?<=[\w)\]] )-(?= [\w(])/g, () => "+"],
  ["times is over", /(?<=[\w)\]] )\*(?= [\w(])/g, () => "/"],
  ["over is times", /(?<=[\w)\]] )\/(?= [\w(])/g, () => "*"],
  ["under is at most", /(?<=[\w)\]] )<(?= [\w(-])/g, () => "<="],
  ["over is at least", /(?<=[\w)\]] )>(?= [\w(-])/g, () => ">="],
  ["is is is not", /===/g, () => "!=="],
  ["is not is is", /!==/g, () => "==="],
  ["and is or", /&&/g, () => "||"],
  ["or is and", /\|\|/g, () => "&&"],
  ["least is most", /Math\.min/g, () => "Math.max"],
  ["most is least", /Math\.max/g, () => "Math.min"],
  ["true is false", /\btrue\b(?=[,;)\s])/g, () => "false"],
  ["false is true", /\bfalse\b(?=[,;)\s])/g, () => "true"],
  ["another number", /(?<![\w."#-])\d+(?:\.\d+)?(?![\w."])/g, (n) => otherNumber(n)],
];

function otherNumber(text: string): string {
  const n = Number(text);
  return Number.isInteger(n) && n < 20 ? String(n + 1) : String(Number((n * 1.05).toPrecision(6)));
}

type Mutant = {
  readonly file: string;
  readonly line: number;
  readonly name: string;
  readonly text: string;
  readonly to: string;
};

/** Every place where a token could be another: lines of code, no imports, types, words or comments. */
function mutantsOf(file: string): readonly Mutant[] {
  const text = readFileSync(file, "utf8");
  const lines = text.split("\n");
  const found: Mutant[] = [];
  let at = 0;
  for (const [i, line] of lines.entries()) {
    const code = /^\s*(\*|\/\/|\/\*|import |export type |type |readonly )/.test(line) ? "" : bare(line);
    for (const [name, pattern, to] of changes)
      for (const m of code.matchAll(pattern)) {
        const from = at + m.index;
        const made = text.slice(0, from) + to(m[0]) + text.slice(from + m[0].length);
        found.push({ file, line: i + 1, name, text: line.trim(), to: made });
      }
    at += line.length + 1;
  }
  return found;
}

/** A line with what stands in quotes blotted out, so that words are not changed. */
const bare = (line: string) => line.replaceAll(/"[^"]*"|`[^`]*`|\/\/.*$/g, (t) => "\u0000".repeat(t.length));

/** The same seed takes the same mutants. */
function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Whether no test sees it. The tests beside the file go first: they are quick, and see most. */
function passes(...which: readonly string[]): boolean {
  const leftOut = LONG.flatMap((f) => ["--exclude", f]);
  const args = ["vitest", ...which, ...leftOut, "--bail", "1", "--reporter", "dot", "--passWithNoTests"];
  return spawnSync("npx", args, { stdio: "ignore", timeout: MOST_MS }).status === 0;
}

const files = execFileSync("git", ["ls-files", folder], { encoding: "utf8" })
  .split("\n")
  .filter((f) => f.endsWith(".ts") && !/\.(test|d)\.ts$|testing\.ts$/.test(f));
const dirty = execFileSync("git", ["status", "--porcelain", folder], { encoding: "utf8" });
if (dirty !== "") {
  console.error(
    `Something in ${folder} is not committed. Commit it first: files are changed and put back here.`,
  );
  process.exit(1);
}
const all = files.flatMap(mutantsOf);
const next = chance(Number(given("seed", "1")));
let survived = 0;
let done = 0;
for (; done < count && all.length > 0; done++) {
  const mutant = all.splice(Math.floor(next() * all.length), 1)[0]!;
  if (done < from) continue;
  const before = readFileSync(mutant.file, "utf8");
  writeFileSync(mutant.file, mutant.to);
  try {
    if (passes("run", dirname(mutant.file)) && passes("related", mutant.file, "--run")) {
      survived++;
      console.log(`survived (${done + 1}): ${mutant.file}:${mutant.line}, ${mutant.name}\n  ${mutant.text}`);
    }
  } finally {
    writeFileSync(mutant.file, before);
  }
}
const tried = done - Math.min(from, done);
console.log(`${survived} of ${tried} survived, ${Math.round((100 * survived) / Math.max(1, tried))} %`);
