import type { Instrumentation } from "next";

/** A page that could not be made is told in the log by the number that the person sees. */
export const onRequestError: Instrumentation.onRequestError = async (error, request) => {
  if (process.env.NEXT_RUNTIME === "edge") return;
  const { log } = await import("./server/log.ts");
  const digest = (error as { digest?: string }).digest;
  log.error({ err: error, digest, request: request.headers["x-averin-request"], path: request.path }, "page failed");
};
