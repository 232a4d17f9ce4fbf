// Plain JavaScript: makes TypeScript readable, then serves the built application.
import path from "node:path";
import { pathToFileURL } from "node:url";

const modules = path.join(path.dirname(import.meta.dirname), "node_modules");
const { register } = await import(pathToFileURL(path.join(modules, "tsx", "dist", "esm", "api", "index.mjs")).href);
register({ tsconfig: path.join(import.meta.dirname, "tsconfig.json") });
await import("./serve.ts");
