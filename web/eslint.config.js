import boundaries from "eslint-plugin-boundaries";
import importX from "eslint-plugin-import-x";
import { createTypeScriptImportResolver } from "eslint-import-resolver-typescript";
import hooks from "eslint-plugin-react-hooks";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

// Which rooms each room may use (docs/ARCHITECTURE.md); what is not named may not be used.
const ROOMS = {
  api: [],
  tape: ["api"],
  outbox: ["api", "tape"],
  app: ["api", "outbox"],
  photos: ["api", "app", "outbox"],
  work: ["api", "tape", "app"],
  slip: ["api", "tape", "work"],
  drawing: ["api", "tape", "work"],
  timing: ["api", "tape", "app", "work", "outbox"],
  stages: ["api", "tape", "app", "photos", "work", "slip", "drawing", "timing", "outbox"],
  opening: ["api", "app", "work", "slip", "drawing", "stages"],
  print: ["api", "tape", "app", "photos", "work", "slip", "drawing"],
  lines: ["api", "tape", "app", "work", "drawing", "outbox"],
  usual: ["api", "tape", "app", "work", "drawing"],
  cutting: ["api", "tape", "app", "work", "outbox"],
  buying: ["api", "tape", "app", "outbox"],
  crew: ["api", "app", "outbox", "tape"],
  paper: ["api", "app"],
  plan: ["api", "tape", "app", "timing"],
  board: ["api", "tape", "app", "photos", "work", "drawing", "lines", "usual", "outbox"],
};

const policy = (from, to) => ({
  from: { element: { type: from } },
  allow: to.map((type) => ({ to: { element: { type } } })),
});

export default defineConfig([
  { ignores: ["src/api/schema.d.ts"] },
  ts.configs.strictTypeChecked,
  { languageOptions: { parserOptions: { projectService: true } } },
  hooks.configs.flat.recommended,
  {
    files: ["src/*/**/*.{ts,tsx}"],
    plugins: { boundaries, "import-x": importX },
    settings: {
      "import-x/resolver-next": [createTypeScriptImportResolver({ project: "tsconfig.json" })],
      "import/resolver": { typescript: { project: "tsconfig.json" } },
      "boundaries/elements": Object.keys(ROOMS).map((type) => ({ type, pattern: `src/${type}` })),
    },
    rules: {
      "import-x/no-cycle": "error",
      "boundaries/no-unknown-dependencies": "error",
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: Object.entries(ROOMS).map(([from, to]) => policy(from, [from, ...to])),
        },
      ],
    },
  },
  {
    rules: {
      "no-console": "error",
      "max-lines-per-function": ["error", { max: 200, skipBlankLines: true, skipComments: true }],
      eqeqeq: "error",
      // drawings are paths made of numbers
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // a handler that only passes something on reads better in one line
      "@typescript-eslint/no-confusing-void-expression": ["error", { ignoreArrowShorthand: true }],
      // every index may be undefined to the compiler; where it cannot be, the code says so
      "@typescript-eslint/no-non-null-assertion": "off",
    },
  },
]);
