import { assertRole, writing } from "@/server/http";
import { personSchema } from "@/server/people/schema";
import { addPerson } from "@/server/people/store";

/** An administrator adds a person to the shop. */
export function POST(request: Request): Promise<Response> {
  return writing(request, personSchema, async ({ db, actor, body }) => {
    assertRole(actor, "administrator");
    return { id: await addPerson(db, body) };
  });
}
