import { forStrangers, markBrowser, rememberSession } from "@/server/http";
import { addFirstAdministrator, newPersonSchema, signIn } from "@/server/stores/people";

export function POST(request: Request): Promise<Response> {
  return forStrangers(request, newPersonSchema, async ({ db, body }) => {
    const from = await markBrowser();
    await addFirstAdministrator(db, body, from);
    await rememberSession(await signIn(db, { name: body.name, password: body.password }, from));
    return { signedIn: true };
  });
}
