// Makes sure that what the lockfile asks for is installed, with built-ins only.
import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";

const stamp = "node_modules/.lockfile-hash";

/** Runs a program with its output shown; ends this one when it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { stdio: "inherit", ...options });
  if (result.error) throw result.error;
  return result.status ?? 1;
}

/** The same beside others: what it says is printed when it is done. @returns its status */
export const runBeside = (command, args) =>
  new Promise((done) => {
    const child = spawn(command, args, { stdio: ["ignore", "pipe", "pipe"] });
    const said = [];
    child.stdout.on("data", (d) => said.push(d));
    child.stderr.on("data", (d) => said.push(d));
    child.on("error", (e) => done({ status: 1, said: String(e) }));
    child.on("close", (code) => done({ status: code ?? 1, said: Buffer.concat(said).toString() }));
  });

export function ensureDependencies() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Node ${process.versions.node} is too old: install Node 20.19 or newer.`);
    process.exit(1);
  }
  const hash = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return;
  console.log("Installing dependencies from the lockfile …");
  if (run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"]) !== 0) {
    console.error(
      "The dependencies could not be installed. Check the connection to the package registry and run the command again.",
    );
    process.exit(1);
  }
  mkdirSync("node_modules", { recursive: true });
  writeFileSync(stamp, hash);
}

export const bin = (name) => `node_modules/.bin/${name}`;
