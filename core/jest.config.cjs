module.exports = {
  testEnvironment: "node",
  roots: ["<rootDir>/src", "<rootDir>/reference"],
  transform: {
    "^.+\\.tsx?$": [
      "@swc/jest",
      { jsc: { parser: { syntax: "typescript" }, target: "es2022" }, module: { type: "commonjs" } },
    ],
  },
};
