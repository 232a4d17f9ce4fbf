import { readFileSync } from "node:fs";
import http from "node:http";
import https from "node:https";
import next from "next";
import { database } from "./server/database.ts";
import { keepShopZone } from "./server/settings/read.ts";
import { behindDoor } from "./server/edge/door.ts";
import { servedSettings } from "./server/environment.ts";
import { endHelpers, warmHelpers } from "./server/helpers/index.ts";
import { log } from "./server/log.ts";

/** The application's process: the door, the built pages behind it, and the helpers beside it. */
async function serve(): Promise<void> {
  const settings = servedSettings();
  const port = Number(process.env.PORT);
  const hostname = settings.AVERIN_HOST;
  const app = next({ dev: false, dir: import.meta.dirname, hostname, port });
  await app.prepare();
  const handler = behindDoor(app.getRequestHandler(), settings);
  const listener: http.RequestListener = (request, response) => {
    Promise.resolve(handler(request, response)).catch((error: unknown) => {
      log.error({ err: error }, "request failed");
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
  };
  const { AVERIN_TLS_CERT: cert, AVERIN_TLS_KEY: key } = settings;
  const server =
    cert !== undefined && key !== undefined
      ? https.createServer({ cert: readFileSync(cert), key: readFileSync(key) }, listener)
      : http.createServer(listener);
  await keepShopZone(database()).catch((error: unknown) => log.error({ err: error }, "the shop's zone was not read"));
  warmHelpers();
  let ending = false;
  const end = (): void => {
    if (ending) return;
    ending = true;
    endHelpers();
    server.close(() => process.exit(0));
    // Feeds never end by themselves; what was asked a moment ago is still answered.
    setTimeout(() => server.closeAllConnections(), 1000);
  };
  process.on("SIGTERM", end);
  process.on("SIGINT", end);
  server.listen(port, hostname);
}

await serve();
