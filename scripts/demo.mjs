// npm run demo: builds if needed and serves the app. npm run demo -- --port 4400
import { resolve } from "node:path";
import { build } from "./build.mjs";
import { ensureDependencies } from "./dependencies.mjs";

const at = process.argv.indexOf("--port");
const port = at < 0 ? 4310 : Number(process.argv[at + 1]);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error("Give a port from 1 to 65535, for instance: npm run demo -- --port 4400");
  process.exit(1);
}
ensureDependencies();
if (build() !== 0) process.exit(1);
// The server needs what was just installed, so it is had only now.
const { serve } = await import("./server.mjs");
try {
  await serve(resolve("build/client"), port);
  console.log(`\nInch Hollow is open at http://127.0.0.1:${port}\nCtrl+C ends it.`);
} catch (error) {
  if (error.code !== "EADDRINUSE") throw error;
  console.error(`Port ${port} is taken. Choose another: npm run demo -- --port ${port + 1}`);
  process.exit(1);
}
