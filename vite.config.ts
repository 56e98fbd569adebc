import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [tailwindcss(), reactRouter()],
  // What was made by other code is made again: see app/jobs/planKey.ts.
  define: { __BUILD__: JSON.stringify(process.env.BUILD ?? "") },
  worker: { format: "es" },
  build: { target: "es2022", assetsInlineLimit: 0 },
});
