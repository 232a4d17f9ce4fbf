module.exports = {
  testEnvironment: "node",
  testMatch: ["**/*.test.{ts,tsx}"],
  roots: ["server", "instruments", "client", "features", "ui", "../cli/server"].map((folder) => `<rootDir>/${folder}`),
  // Only against hanging: the slowest test takes a tenth of it on a quiet machine.
  testTimeout: 300_000,
  transform: {
    "^.+\\.[jt]sx?$": [
      "@swc/jest",
      {
        jsc: {
          parser: { syntax: "typescript", tsx: true },
          target: "es2022",
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "commonjs" },
      },
    ],
  },
  transformIgnorePatterns: [
    "/node_modules/(?!(@tanstack|chart.js|@kurkle|comlink|dexie|uuid|execa|get-stream|@sec-ant|figures|human-signals|is-plain-obj|is-stream|npm-run-path|path-key|unicorn-magic|parse-ms|pretty-ms|strip-final-newline|yoctocolors|is-unicode-supported|@sindresorhus)/)",
  ],
  moduleNameMapper: {
    // A package below execa that has no entry for require.
    "^unicorn-magic$": "<rootDir>/../node_modules/unicorn-magic/node.js",
    "^@/(.*)$": "<rootDir>/$1",
  },
};
