/** Lint: strict types, no unused code, and the arrows between the rooms of the house. */
import next from "eslint-config-next";
import boundaries from "eslint-plugin-boundaries";
import tseslint from "typescript-eslint";

const WEB = "web/src";

/** Folders of the house and what each may import. A folder not listed may import nothing. */
const ELEMENTS = [
  { type: "core", pattern: "core/src/*", capture: ["part"] },
  { type: "cli", pattern: "cli/src" },
  { type: "app", pattern: `${WEB}/app` },
  { type: "feature", pattern: `${WEB}/features/*`, capture: ["feature"] },
  { type: "db", pattern: `${WEB}/db` },
  { type: "shell", pattern: `${WEB}/shell` },
  { type: "worker", pattern: `${WEB}/workers` },
];

const to = (...types) => types.map((type) => ({ to: { element: { type } } }));

export default tseslint.config(
  {
    ignores: [
      "**/node_modules/**",
      "**/.next/**",
      "**/dist/**",
      ".yard/**",
      "web/next-env.d.ts",
      "test-results/**",
    ],
  },
  ...next.map((c) => ({ ...c, files: c.files ?? ["web/**/*.{ts,tsx}"] })),
  { settings: { next: { rootDir: "web/" }, react: { version: "19.3" } } },
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.strict],
    languageOptions: { parserOptions: { project: false } },
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_" }],
      eqeqeq: "error",
      "no-console": "error",
    },
  },
  {
    files: ["core/src/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      // The core is computation only: no clock, no chance, no surroundings.
      "no-restricted-globals": ["error", "process", "window", "document", "fetch", "setTimeout"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "The core is deterministic." },
        { object: "Date", property: "now", message: "The core has no clock." },
      ],
      "no-restricted-imports": [
        "error",
        { patterns: ["react", "react-dom", "next", "next/*", "@mikro-orm/*", "node:*"] },
      ],
    },
  },
  {
    files: ["core/src/**/*.ts", "cli/src/**/*.ts", "web/src/**/*.{ts,tsx}"],
    plugins: { boundaries },
    settings: {
      "boundaries/elements": ELEMENTS,
      "import/resolver": { typescript: { project: ["core", "cli", "web"] } },
    },
    rules: {
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            { from: { element: { type: "core" } }, allow: to("core") },
            { from: { element: { type: "cli" } }, allow: to("cli", "core") },
            { from: { element: { type: "app" } }, allow: to("app", "feature", "shell", "core") },
            {
              from: { element: { type: "feature" } },
              allow: to("feature", "db", "shell", "worker", "core"),
            },
            { from: { element: { type: "db" } }, allow: to("db", "core") },
            { from: { element: { type: "shell" } }, allow: to("shell", "core") },
            { from: { element: { type: "worker" } }, allow: to("worker", "core") },
          ],
        },
      ],
    },
  },
  {
    // Features meet only at their doors.
    files: ["web/src/**/*.{ts,tsx}"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: "^@/features/[^/]+/(?!index\\.server$).+",
              message: "Features import each other through their index only.",
            },
            {
              regex: "^@/db/.+",
              message: "The database has one door: @/db.",
            },
          ],
        },
      ],
    },
  },
);
