import { assertRole, writing } from "../http.ts";
import { toolChangeSchema } from "./schema.ts";
import { changeTool } from "./store.ts";

type Context = { params: Promise<{ id: string }> };

/** The route by which something is done with a tool of one kind. */
export const toolChanges =
  (which: "gauges" | "wrenches") =>
  (request: Request, { params }: Context): Promise<Response> =>
    writing(request, toolChangeSchema, async ({ db, actor, body }) => {
      assertRole(actor, "technician", "lead");
      await changeTool(db, which, (await params).id, body, actor);
      return { changed: true };
    });
