import path from "node:path";

export const ROOT = path.dirname(import.meta.dirname);
export const WEB = path.join(ROOT, "web");
export const DATA = path.join(ROOT, ".data");
