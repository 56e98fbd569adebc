// npm run dev: the app with changes shown as they are saved.
import { existsSync } from "node:fs";
import { bin, ensureDependencies, run } from "./dependencies.mjs";

ensureDependencies();
if (!existsSync("public/demo/scenes.zip") && run(bin("tsx"), ["scripts/buildDemo.ts"]) !== 0) process.exit(1);
process.exit(run(bin("react-router"), ["dev", ...process.argv.slice(2)]));
