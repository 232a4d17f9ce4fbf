import { forStrangers, markBrowser, rememberSession } from "@/server/http";
import { newPersonSchema } from "@/server/people/schema";
import { addFirstAdministrator, signIn } from "@/server/people/store";

export function POST(request: Request): Promise<Response> {
  return forStrangers(request, newPersonSchema, async ({ db, body }) => {
    const from = await markBrowser();
    await addFirstAdministrator(db, body, from);
    await rememberSession(await signIn(db, { name: body.name, password: body.password }, from));
    return { signedIn: true };
  });
}
