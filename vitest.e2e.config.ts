import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/e2e/**/*.test.ts"],
    globalSetup: "tests/e2e/serveBuild.ts",
    testTimeout: 240_000,
    hookTimeout: 120_000,
    fileParallelism: false,
  },
});
