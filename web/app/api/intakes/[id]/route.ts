import { reading } from "@/server/http";
import { jobOfIntake } from "@/server/jobs/store";

type Context = { params: Promise<{ id: string }> };

/** Whether an intake whose answer was lost opened its job. */
export const GET = (_: Request, { params }: Context): Promise<Response> =>
  reading(async ({ db }) => ({ job: await jobOfIntake(db, (await params).id) }));
