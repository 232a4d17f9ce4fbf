// Plain JavaScript, no packages: makes sure the packages are there, then hands over to the TypeScript commands.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
if (major < 20 || (major === 20 && minor < 9)) {
  console.error(`Averin needs Node.js 20.9 or newer; this is ${process.versions.node}.`);
  process.exit(1);
}

/** Installs npm packages from the lock file when they are missing, half installed, or from another lock file. */
function ensurePackages() {
  const lock = createHash("sha256")
    .update(readFileSync(path.join(root, "package-lock.json")))
    .digest("hex");
  const stamp = path.join(root, "node_modules", ".averin-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  console.error("Installing npm packages from the lock file (about a minute) …");
  rmSync(stamp, { force: true });
  const npm = (command, args) =>
    spawnSync(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"], encoding: "utf8" });
  const first = npm("npm", ["ci", "--no-audit", "--no-fund"]);
  // npm 11 asks for lock entries of other systems' optional binaries, which a registry may not carry; npm 10 does not.
  const second = first.status === 0 ? first : npm("npx", ["--yes", "npm@10", "ci", "--no-audit", "--no-fund"]);
  if (second.status !== 0) {
    console.error(`${first.stderr}\n${second.stderr}`);
    console.error("The npm packages could not be installed. Check the network and run this again: it starts over.");
    process.exit(1);
  }
  writeFileSync(stamp, lock);
}

ensurePackages();
process.env.NEXT_TELEMETRY_DISABLED = "1";
const tsx = pathToFileURL(path.join(root, "node_modules", "tsx", "dist", "esm", "api", "index.mjs")).href;
const { register } = await import(tsx);
register();
const { main } = await import("./main.ts");
process.exitCode = await main(process.argv.slice(2));
