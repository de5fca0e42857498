import { basename } from "node:path";

import babel from "@rolldown/plugin-babel";
import react, { reactCompilerPreset } from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

// What is drawn anew at every key. Elsewhere the compiler's bookkeeping is a third more to load and saves nothing that is felt.
const HOT = /\/src\/((app|drawing|opening|slip|stages|tape|work)\/|board\/Wall)[^.]*\.tsx?$/;

export default defineConfig({
  plugins: [
    react(),
    babel({ presets: [reactCompilerPreset()], include: HOT }),
    VitePWA({
      strategies: "injectManifest",
      srcDir: "sw",
      filename: "sw.ts",
      injectRegister: false, // it would put a script into the page, which its policy forbids
      injectManifest: { globPatterns: ["assets/*.{js,css,woff2}"], maximumFileSizeToCacheInBytes: 4_000_000 },
      manifest: {
        name: "Jambo",
        short_name: "Jambo",
        description: "Rough openings for doors",
        start_url: "/",
        display: "standalone",
        background_color: "#f6f1e4",
        theme_color: "#1e2329",
        icons: [192, 512].map((n) => ({
          src: `/icon-${n}.png`,
          sizes: `${n}x${n}`,
          type: "image/png",
          purpose: "any maskable",
        })),
      },
    }),
  ],
  css: {
    modules: {
      localsConvention: "camelCaseOnly",
      generateScopedName: (name, file) => `${basename(file).split(".")[0]}-${name}`,
    },
  },
  build: { sourcemap: false, chunkSizeWarningLimit: 900 },
});
