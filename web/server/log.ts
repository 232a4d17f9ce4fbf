import pino from "pino";
import { createStream } from "rotating-file-stream";
import { servedSettings } from "./environment.ts";

/** How large a log file grows before the next is begun, and how many stay. */
const MOST_SIZE = "5M";
const MOST_FILES = 8;

/** The folder that `up` names holds the log, a file after the other; without one it goes to where the process speaks. */
function destination(): pino.DestinationStream {
  const folder = servedSettings().AVERIN_LOG_FOLDER;
  if (folder === undefined) return pino.destination(2);
  const stream = createStream("application.log", { path: folder, size: MOST_SIZE, maxFiles: MOST_FILES, mode: 0o600 });
  // A log that cannot be written, as on a full disk, stops nobody's work.
  stream.on("error", () => undefined);
  return stream;
}

export const log = pino({ name: "averin", level: process.env.AVERIN_LOG_LEVEL ?? "info" }, destination());
