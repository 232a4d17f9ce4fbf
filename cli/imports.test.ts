import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

const ROOT = path.join(__dirname, "..");

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const at = path.join(folder, entry.name);
    if (entry.isDirectory()) return /^(node_modules|\.next.*)$/.test(entry.name) ? [] : sources(at);
    return /\.tsx?$/.test(entry.name) ? [at] : [];
  });
}

/** The first round of files that each import the next, or null. */
function roundIn(files: readonly string[]): string[] | null {
  const known = new Set(files);
  const imports = new Map(
    files.map((file) => {
      const named = readFileSync(file, "utf8").matchAll(/(?:from|import) "([.@]\/?[^"]+)"/g);
      const all = [...named].map(([, to = ""]) =>
        to.startsWith("@/") ? path.join(ROOT, "web", to.slice(2)) : path.join(path.dirname(file), to),
      );
      const found = all.map((to) =>
        ["", ".ts", ".tsx", "/index.ts"].map((end) => to + end).find((one) => known.has(one)),
      );
      return [file, found.filter((to) => to !== undefined)] as const;
    }),
  );
  const done = new Set<string>();
  const follow = (file: string, trail: readonly string[]): string[] | null => {
    if (trail.includes(file)) return [...trail.slice(trail.indexOf(file)), file];
    if (done.has(file)) return null;
    for (const next of imports.get(file) ?? []) {
      const round = follow(next, [...trail, file]);
      if (round) return round;
    }
    done.add(file);
    return null;
  };
  for (const file of files) {
    const round = follow(file, []);
    if (round) return round.map((one) => path.relative(ROOT, one));
  }
  return null;
}

test.each(["core/src", "web", "cli"])("no file of %s imports itself by way of others", (folder) => {
  const files = sources(path.join(ROOT, folder));
  expect(files.length).toBeGreaterThan(10);
  expect(roundIn(files)).toBeNull();
});
