// Plain JavaScript, so that a process can begin with it: makes TypeScript readable, then does what it is asked.
import { constants, setPriority } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";

// Heavy work steps back: whoever types at a bench comes first.
setPriority(constants.priority.PRIORITY_LOW);
const web = path.dirname(import.meta.dirname);
process.chdir(web);
const tsx = pathToFileURL(path.join(path.dirname(web), "node_modules", "tsx", "dist", "esm", "api", "index.mjs")).href;
const { register } = await import(tsx);
register({ tsconfig: path.join(web, "tsconfig.json") });
await import("./works.ts");
