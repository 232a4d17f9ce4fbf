import { z } from "zod";
import { reading, writing } from "@/server/http";
import { eventsAfter, standingOf } from "@/server/jobs/read";
import { appendSchema } from "@/server/jobs/schema";
import { appendEvents } from "@/server/jobs/store";
import { straysOpen } from "@/server/jobs/strays";

type Context = { params: Promise<{ id: string }> };

export function GET(request: Request, { params }: Context): Promise<Response> {
  return reading(async ({ db }) => {
    const after = z.coerce
      .number()
      .int()
      .min(0)
      .catch(0)
      .parse(new URL(request.url).searchParams.get("after") ?? 0);
    const { id } = await params;
    const figures = (await standingOf(db, [id])).get(id)?.shop;
    return {
      ...{ events: await eventsAfter(db, id, after), strays: await straysOpen(db, id, null) },
      ...(figures === undefined ? {} : { figures: Number(figures) }),
    };
  });
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, appendSchema, async ({ db, actor, body }) =>
    appendEvents(db, (await params).id, body, actor),
  );
}
