// npm run bench: bundles the bench as the app itself is bundled (a script runner would wrap every inner
// function) and runs it.
import { ensureDependencies, run } from "./dependencies.mjs";

ensureDependencies();
const { buildSync } = await import("esbuild");
buildSync({
  entryPoints: [
    "scripts/bench.ts",
    "scripts/benchMemory.ts",
    "scripts/benchPlates.ts",
    "scripts/benchOrder.ts",
    "scripts/benchApp.ts",
    "scripts/benchIntake.ts",
    "scripts/benchPlan.ts",
    "scripts/benchProfile.ts",
    "scripts/benchScale.ts",
    "scripts/benchZones.ts",
    "scripts/benchPaint.ts",
  ],
  outdir: ".cache/bench",
  outExtension: { ".js": ".mjs" },
  bundle: true,
  splitting: false,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  logLevel: "error",
});
const args = process.argv.slice(2);
/** The built app, then files dropped on it. */
const app = () =>
  run(process.execPath, [".cache/bench/benchApp.mjs"]) ||
  run(process.execPath, [".cache/bench/benchIntake.mjs"]);
if (args.includes("app")) process.exit(app());
if (args.includes("intake")) process.exit(run(process.execPath, [".cache/bench/benchIntake.mjs"]));
if (args.includes("plan")) process.exit(run(process.execPath, [".cache/bench/benchPlan.mjs"]));
if (args.includes("profile")) process.exit(run(process.execPath, [".cache/bench/benchProfile.mjs"]));
if (args.includes("scale")) process.exit(run(process.execPath, [".cache/bench/benchScale.mjs", ...args]));
if (args.includes("zones")) process.exit(run(process.execPath, [".cache/bench/benchZones.mjs"]));
if (args.includes("paint")) process.exit(run(process.execPath, [".cache/bench/benchPaint.mjs"]));
const only = args.includes("plates");
const order = args.includes("order");
if (order) process.exit(run(process.execPath, [".cache/bench/benchOrder.mjs"]));
const meshes = only ? 0 : run(process.execPath, [".cache/bench/bench.mjs", ...args]);
process.exit(
  Math.max(
    meshes,
    args.includes("--browser") ? app() : run(process.execPath, [".cache/bench/benchPlates.mjs"]),
    args.includes("--browser") || only ? 0 : run(process.execPath, [".cache/bench/benchOrder.mjs"]),
  ),
);
