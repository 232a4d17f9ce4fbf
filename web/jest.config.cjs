module.exports = {
  testEnvironment: "node",
  testMatch: ["**/*.test.{ts,tsx}"],
  roots: ["server", "instruments", "client", "features", "../cli/server"].map((folder) => `<rootDir>/${folder}`),
  // Only against hanging: the slowest test takes a tenth of it on a quiet machine.
  testTimeout: 300_000,
  transform: {
    "^.+\\.tsx?$": [
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
  transformIgnorePatterns: ["/node_modules/(?!(chart.js|@kurkle|comlink|dexie|uuid)/)"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
};
