import { basename } from "node:path";

import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), babel({ presets: [reactCompilerPreset()] })],
  css: {
    modules: {
      localsConvention: "camelCaseOnly",
      generateScopedName: (name, file) => `${basename(file).split(".")[0]}-${name}`,
    },
  },
  build: { sourcemap: false, chunkSizeWarningLimit: 900 },
});
