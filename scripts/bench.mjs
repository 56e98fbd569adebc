// npm run bench: bundles the bench as the app itself is bundled (a script runner would wrap every inner function) and runs it.
import { ensureDependencies, run } from "./dependencies.mjs";

ensureDependencies();
const { buildSync } = await import("esbuild");
buildSync({ entryPoints: ["scripts/bench.ts", "scripts/benchMemory.ts"], outdir: ".cache/bench", outExtension: { ".js": ".mjs" }, bundle: true, splitting: false, platform: "node", format: "esm", target: "node20", packages: "external", logLevel: "error" });
process.exit(run(process.execPath, [".cache/bench/bench.mjs", ...process.argv.slice(2)]));
