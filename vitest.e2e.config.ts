import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/e2e/**/*.test.ts"],
    globalSetup: "tests/e2e/serveBuild.ts",
    testTimeout: 240_000,
    hookTimeout: 120_000,
    // As long as a step of the browser may take: on a busy machine a write of a form takes more than a second.
    expect: { poll: { timeout: 30_000 } },
    fileParallelism: false,
  },
});
