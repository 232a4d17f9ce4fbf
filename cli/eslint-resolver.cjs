// Tells the layer rule where an import leads: `@/x` in the web, `@averin/core`, and relative paths with or without ending.
const fs = require("node:fs");
const path = require("node:path");

const root = path.dirname(__dirname);

exports.interfaceVersion = 2;
exports.resolve = (source, file) => {
  const base = source.startsWith("@/")
    ? path.join(root, "web", source.slice(2))
    : source === "@averin/core"
      ? path.join(root, "core/src/index.ts")
      : source.startsWith(".")
        ? path.resolve(path.dirname(file), source)
        : null;
  if (base === null) return { found: false };
  const found = [base, `${base}.ts`, `${base}.tsx`].find((name) => fs.existsSync(name) && fs.statSync(name).isFile());
  return found ? { found: true, path: found } : { found: false };
};
