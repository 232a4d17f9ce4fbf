module.exports = {
  testEnvironment: "node",
  testMatch: ["**/*.test.ts"],
  roots: ["<rootDir>/src", "<rootDir>/reference", "<rootDir>/../cli"],
  // What starts servers runs with the tests of the stores.
  testPathIgnorePatterns: ["/node_modules/", "/cli/server/"],
  transform: {
    "^.+\\.tsx?$": [
      "@swc/jest",
      { jsc: { parser: { syntax: "typescript" }, target: "es2022" }, module: { type: "commonjs" } },
    ],
  },
};
