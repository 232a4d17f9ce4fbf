import { forStrangers, rememberSession } from "@/server/http";
import { addFirstAdministrator, newPersonSchema, signIn } from "@/server/stores/people";

export function POST(request: Request): Promise<Response> {
  return forStrangers(request, newPersonSchema, async ({ db, body }) => {
    await addFirstAdministrator(db, body);
    await rememberSession(await signIn(db, body));
    return { signedIn: true };
  });
}
