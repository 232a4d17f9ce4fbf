import { feedOf } from "@/server/feed";

/** The lines of the jobs that a browser has open, as they are kept; server-sent events. */
export const GET = (request: Request): Promise<Response> => feedOf(request);
