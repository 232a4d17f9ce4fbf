import { assertRole, reading, writing } from "@/server/http";
import { takeWork } from "@/server/jobs/replaced";
import { workAskedSchema } from "@/server/jobs/schema";
import { worksOffered } from "@/server/jobs/works";

type Context = { params: Promise<{ id: string }> };

export function GET(_: Request, { params }: Context): Promise<Response> {
  return reading(async ({ db }) => ({ offered: await worksOffered(db, (await params).id) }));
}

export function POST(request: Request, { params }: Context): Promise<Response> {
  return writing(request, workAskedSchema, async ({ db, actor, body }) => {
    assertRole(actor, "counter", "technician", "lead");
    return takeWork(db, (await params).id, body, actor);
  });
}
