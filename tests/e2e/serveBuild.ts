import { resolve } from "node:path";
// @ts-expect-error a plain script without types
import { serve } from "../../scripts/server.mjs";

export const PORT = 4391;

/** Serves the build for all browser tests of a run. */
export default async function serveBuild() {
  const server = (await serve(resolve("build/client"), PORT)) as { close: () => void };
  return () => server.close();
}
