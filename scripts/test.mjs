// npm test: types, formatting, lint, dead code, unit tests, hurt files, build, browser tests, plugs;
// ends with `N passed, N failed`.
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { findChromium } from "./chromium.mjs";
import { build } from "./build.mjs";
import { checkFirstLoad } from "./firstLoad.mjs";
import { bin, ensureDependencies, run, runBeside } from "./dependencies.mjs";

ensureDependencies();
mkdirSync(".cache", { recursive: true });
let passed = 0;
let failed = 0;

function count(ok, name, seconds) {
  if (ok) passed++;
  else failed++;
  console.log(`${ok ? "ok  " : "FAIL"} ${name} (${seconds.toFixed(0)} s)`);
}

function check(name, job) {
  const from = Date.now();
  console.log(`\n== ${name}`);
  const ok = job() === 0;
  count(ok, name, (Date.now() - from) / 1000);
  return ok;
}

/** Checks that do not touch each other's files, on all cores. */
async function checkBeside(checks) {
  const left = [...checks];
  const worker = async () => {
    for (let next = left.shift(); next; next = left.shift()) {
      const [name, program, args] = next;
      const from = Date.now();
      const { status, said } = await runBeside(bin(program), args);
      console.log(`\n== ${name}\n${said.trim()}`);
      count(status === 0, name, (Date.now() - from) / 1000);
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
}

/** Runs a test suite and adds up its own tests. */
function suite(name, args, env = {}) {
  const report = `.cache/${name}.json`;
  rmSync(report, { force: true });
  const from = Date.now();
  console.log(`\n== ${name}`);
  const status = run(
    bin("vitest"),
    ["run", ...args, "--reporter=default", "--reporter=json", `--outputFile.json=${report}`],
    { env: { ...process.env, ...env } },
  );
  try {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, "utf8"));
    passed += numPassedTests;
    failed += numFailedTests;
    if (status !== 0 && numFailedTests === 0) failed += Math.max(1, numFailedTestSuites ? 1 : 0);
  } catch {
    failed++;
  }
  console.log(`${name}: ${((Date.now() - from) / 1000).toFixed(0)} s`);
}

check("route types", () => run(bin("react-router"), ["typegen"]));
// Each takes one core: as many at a time as there are.
await checkBeside([
  ["lint", "eslint", ["."]],
  ["types", "tsc", []],
  ["formatting", "prettier", ["--check", "--log-level", "warn", "."]],
  ["types of core alone", "tsc", ["-p", "core"]],
  ["dead code", "knip", []],
]);
suite("unit", []);
check("a tenth of the hurt files", () => run(bin("tsx"), ["scripts/fuzz.ts", "--share", "0.1"]));
if (check("build", build)) {
  check("first load at most 200 kB", checkFirstLoad);
  const chromium = findChromium();
  const env = { ...process.env, CHROMIUM_PATH: chromium };
  if (chromium) {
    suite("browser", ["--config", "vitest.e2e.config.ts"], env);
    check("thirty pulled plugs", () => run(bin("tsx"), ["scripts/plugs.ts", "--rounds", "30"], { env }));
  } else failed++;
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
