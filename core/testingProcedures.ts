import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { assemble } from "./src/procedure/index.ts";

const FOLDER = path.join(__dirname, "../procedures");
const jsonIn = (folder: string): string[] => readdirSync(folder).filter((file) => file.endsWith(".json"));
const read = (file: string): unknown => JSON.parse(readFileSync(path.join(FOLDER, file), "utf8")) as unknown;

/** For tests: the pieces that shipped procedures share. */
export const shippedPieces = new Map(
  jsonIn(path.join(FOLDER, "shared")).map((file) => [file.replace(/\.json$/, ""), read(`shared/${file}`)]),
);

/** For tests: every shipped procedure, its shared pieces put in, by file name. */
export const shippedBodies = jsonIn(FOLDER).map(
  (file) => [file, assemble(read(file), shippedPieces) as object] as const,
);

/** For tests: one shipped procedure, whole, by its id. */
export const shippedBody = (id: string): unknown => shippedBodies.find(([file]) => file === `${id}.json`)?.[1];
