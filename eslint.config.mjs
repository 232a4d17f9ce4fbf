import js from "@eslint/js";
import next from "@next/eslint-plugin-next";
import boundaries from "eslint-plugin-boundaries";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import path from "node:path";
import tseslint from "typescript-eslint";

const element = (type, pattern) => ({ type, pattern, partialMatch: false });

export default tseslint.config(
  { ignores: ["**/node_modules/**", "**/.next*/**", ".data/**", "**/next-env.d.ts", "**/test-results/**"] },
  js.configs.recommended,
  tseslint.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      // Published constants keep every digit their table gives.
      "no-loss-of-precision": "off",
      eqeqeq: ["error", "always", { null: "ignore" }],
    },
  },
  {
    files: ["**/*.cjs"],
    languageOptions: { globals: globals.commonjs },
    rules: { "@typescript-eslint/no-require-imports": "off" },
  },
  {
    files: ["web/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks, "@next/next": next },
    settings: { next: { rootDir: "web" } },
    rules: {
      ...hooks.configs.recommended.rules,
      ...next.configs.recommended.rules,
      // Signing in and out load the page anew on purpose: nothing of the person before may stay in memory.
      "@next/next/no-location-assign-relative-destination": "off",
    },
  },
  // The layers of docs/architecture.md: who may import whom.
  {
    files: ["core/src/**/*.ts", "web/**/*.{ts,tsx}"],
    plugins: { boundaries },
    settings: {
      "boundaries/root-path": import.meta.dirname,
      "boundaries/elements": [
        element("core", "core/src"),
        element("app", "web/app"),
        { ...element("feature", "web/features/*"), capture: ["name"] },
        element("instruments", "web/instruments"),
        element("ui", "web/ui"),
        element("client", "web/client"),
        element("server", "web/server"),
        element("worker", "web/worker"),
      ],
      "import/resolver": { [path.join(import.meta.dirname, "cli/eslint-resolver.cjs")]: {} },
    },
    rules: {
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            { from: { element: { type: "core" } }, allow: [{ to: { element: { type: "core" } } }] },
            {
              from: { element: { type: "app" } },
              allow: ["app", "feature", "server", "ui", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "feature" } },
              allow: ["instruments", "ui", "client", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "feature" } },
              allow: [{ to: { element: { type: "feature", captured: { name: "{{from.captured.name}}" } } } }],
            },
            {
              from: { element: { type: "instruments" } },
              allow: ["instruments", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "ui" } },
              allow: ["ui", "client", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "client" } },
              allow: ["client", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "worker" } },
              allow: ["worker", "feature", "server", "core"].map((type) => ({ to: { element: { type } } })),
            },
            {
              from: { element: { type: "server" } },
              allow: ["server", "core"].map((type) => ({ to: { element: { type } } })),
            },
          ],
        },
      ],
    },
  },
  {
    files: ["core/src/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [{ regex: "^(?!\\.|zod$)", message: "The core is pure: it imports zod and itself, nothing else." }],
        },
      ],
      "no-restricted-globals": ["error", "process", "window", "document", "fetch", "setTimeout", "console", "crypto"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "The core has no random." },
        { object: "Date", property: "now", message: "The core has no clock." },
      ],
    },
  },
);
