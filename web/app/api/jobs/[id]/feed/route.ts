import { feedOf } from "@/server/feed";

type Context = { params: Promise<{ id: string }> };

/** A job's lines as they are kept, from the number that the listener has; server-sent events. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  return feedOf(request, (await params).id);
}
