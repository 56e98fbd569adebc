import { defineConfig } from "vitest/config";

const shared = {
  setupFiles: ["fake-indexeddb/auto", "./tests/propertySeed.ts"],
  testTimeout: 180_000,
  hookTimeout: 300_000,
};

// What measures time does so in a process of its own.
const timed = ["core/formats/mutations.test.ts"];

export default defineConfig({
  test: {
    // As many as there are cores: by itself one core is left idle.
    maxWorkers: "100%",
    projects: [
      {
        // The core keeps nothing between calls, so its files share one set of modules, which loads them once.
        test: { ...shared, name: "core", isolate: false, include: ["core/**/*.test.ts"], exclude: timed },
      },
      {
        test: {
          ...shared,
          name: "around the core",
          include: [
            ...timed,
            "data/**/*.test.ts",
            "workers/**/*.test.ts",
            "demo/**/*.test.ts",
            "app/**/*.test.ts",
            "scripts/**/*.test.ts",
            "tests/outside/**/*.test.ts",
            "tests/corpus/**/*.test.ts",
          ],
        },
      },
    ],
  },
});
