import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

export default defineConfig([
  { ignores: ["src/api/schema.d.ts"] },
  ts.configs.recommended,
  hooks.configs.flat.recommended,
  { rules: { "no-console": "error", eqeqeq: "error" } },
]);
