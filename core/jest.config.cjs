module.exports = {
  testEnvironment: "node",
  // Tests run in a context of their own, where a name that is everywhere is looked up slowly: these are handed in.
  sandboxInjectedGlobals: ["Array", "JSON", "Map", "Math", "Number", "Object", "Set", "String", "WeakMap"],
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
