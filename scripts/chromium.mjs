// Finds Chromium for the browser tests: CHROMIUM_PATH, then /usr/bin/chromium, then, as root on Debian, its
// package.
import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";

const usual = "/usr/bin/chromium";

/** @returns the path, or null after saying in one sentence what to do */
export function findChromium() {
  const asked = process.env.CHROMIUM_PATH;
  if (asked) {
    if (existsSync(asked)) return asked;
    console.error(
      `CHROMIUM_PATH names ${asked}, which is not there. Correct it, or unset it to look in the usual place.`,
    );
    return null;
  }
  if (existsSync(usual)) return usual;
  if (process.getuid?.() === 0 && existsSync("/usr/bin/apt-get")) {
    console.log("Installing Chromium for the browser tests …");
    const quiet = {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    };
    spawnSync("apt-get", ["update", "-qq"], quiet);
    spawnSync("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], quiet);
    if (existsSync(usual)) return usual;
  }
  console.error("The browser tests need Chromium: install it and set CHROMIUM_PATH to its program.");
  return null;
}
