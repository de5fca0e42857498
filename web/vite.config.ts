import { basename } from "node:path";

import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  css: {
    modules: {
      localsConvention: "camelCaseOnly",
      generateScopedName: (name, file) => `${basename(file).split(".")[0]}-${name}`,
    },
  },
  build: { sourcemap: false, chunkSizeWarningLimit: 900 },
});
