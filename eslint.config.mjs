/** Lint: strict types, no unused code, and the arrows between the rooms of the house. */
import next from "eslint-config-next";
import boundaries from "eslint-plugin-boundaries";
import importX from "eslint-plugin-import-x";
import tseslint from "typescript-eslint";

const WEB = "web/src";

/**
 * Folders of the core from the ground up: each may use those before it and none after it. Physics at the
 * bottom; a visit interprets a case; diagnosis, procedure and record read a visit; the Board draws it all.
 */
const CORE_ORDER = [
  "quantity",
  "liquid",
  "curve",
  "sheet",
  "displacement",
  "jet",
  "hydraulics",
  "suction",
  "drive",
  "sump",
  "upkeep",
  "case",
  "guide",
  "visit",
  "words",
  "diagnosis",
  "procedure",
  "record",
  "board",
  "report",
];

/** Folders of the house and what each may import. A folder not listed may import nothing. */
const ELEMENTS = [
  { type: "core", pattern: "core/src/*", capture: ["part"] },
  { type: "cli", pattern: "cli/src" },
  { type: "app", pattern: `${WEB}/app` },
  { type: "access", pattern: `${WEB}/access` },
  { type: "feature", pattern: `${WEB}/features/*`, capture: ["feature"] },
  { type: "db", pattern: `${WEB}/db` },
  { type: "edge", pattern: `${WEB}/edge` },
  { type: "shell", pattern: `${WEB}/shell` },
  { type: "worker", pattern: `${WEB}/workers` },
];

/** What of a folder may be imported from outside it: its doors, however the path is written. */
const DOORS = {
  core: "index.ts",
  feature: ["index.ts", "index.server.ts"],
  db: "index.ts",
  edge: "index.ts",
  access: ["index.ts", "index.server.ts"],
};
const to = (...types) =>
  types.map((type) => ({
    to: { element: { type, ...(DOORS[type] ? { fileInternalPath: DOORS[type] } : {}) } },
  }));
const from = (type, ...allowed) => ({ from: { element: { type } }, allow: to(...allowed) });

const coreArrows = CORE_ORDER.map((part, i) => ({
  from: { element: { type: "core", captured: { part } } },
  allow: [
    {
      to: {
        element: {
          type: "core",
          captured: { part: CORE_ORDER.slice(0, i) },
          fileInternalPath: DOORS.core,
        },
      },
    },
  ],
}));

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
  // Components and hooks only: its rules read every file twice, and have nothing to say of the others.
  ...next.map((c) => ({ ...c, files: ["web/**/*.tsx", "web/**/use-*.ts"] })),
  { settings: { next: { rootDir: "web/" }, react: { version: "19.3" } } },
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.strict],
    languageOptions: { parserOptions: { project: false } },
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      "@typescript-eslint/no-unused-vars": [
        "error",
        // Taken out of a rest, to be left behind.
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_", ignoreRestSiblings: true },
      ],
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
    // Tests look at anything they test.
    ignores: ["**/*.test.{ts,tsx}", "web/src/testing/**"],
    plugins: { boundaries, "import-x": importX },
    settings: {
      "boundaries/elements": ELEMENTS,
      "import/resolver": { typescript: { project: ["core", "cli", "web"] } },
      "import-x/resolver": { typescript: { project: ["core", "cli", "web"] } },
      "import-x/parsers": { "@typescript-eslint/parser": [".ts", ".tsx"] },
    },
    rules: {
      "import-x/no-cycle": ["error", { ignoreExternal: true }],
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            ...coreArrows,
            from("cli", "cli", "core"),
            from("app", "app", "feature", "access", "edge", "shell", "core"),
            from("feature", "feature", "access", "db", "edge", "shell", "worker", "core"),
            from("access", "access", "db", "core"),
            from("db", "db", "core"),
            from("edge", "edge", "db"),
            from("shell", "shell", "core"),
            from("worker", "worker", "core"),
          ],
        },
      ],
    },
  },
  {
    // The ORM lives in db and nowhere else: no entity manager, no entity, no query.
    files: ["web/src/**/*.{ts,tsx}"],
    ignores: ["web/src/db/**", "web/src/testing/**", "**/*.test.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            { regex: "^@mikro-orm/", message: "Only db knows the ORM: add a repository there." },
          ],
        },
      ],
      "no-restricted-syntax": [
        "error",
        {
          selector: "MemberExpression[object.name=/^(em|orm)$/]",
          message: "Only db knows the ORM: add a repository there.",
        },
      ],
    },
  },
  {
    // What stands before every request: folders are elements, this file is none.
    files: ["web/src/proxy.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              regex: "^(@/(?!access$)|\\.)",
              message: "It knows the rules and nothing behind them.",
            },
          ],
        },
      ],
    },
  },
);
