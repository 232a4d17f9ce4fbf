module.exports = {
  testEnvironment: "node",
  testMatch: ["**/*.test.{ts,tsx}"],
  roots: ["<rootDir>/server", "<rootDir>/instruments", "<rootDir>/client", "<rootDir>/features"],
  testTimeout: 30000,
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
