import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: [
      "core/**/*.test.ts",
      "data/**/*.test.ts",
      "workers/**/*.test.ts",
      "demo/**/*.test.ts",
      "app/**/*.test.ts",
      "scripts/**/*.test.ts",
      "tests/outside/**/*.test.ts",
      "tests/corpus/**/*.test.ts",
    ],
    setupFiles: ["fake-indexeddb/auto", "./tests/propertySeed.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
