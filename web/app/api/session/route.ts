import { z } from "zod";
import { currentToken, forgetSession, forStrangers, markBrowser, rememberSession } from "@/server/http";
import { credentialsSchema } from "@/server/people/schema";
import { signIn, signOut } from "@/server/people/store";

export function POST(request: Request): Promise<Response> {
  return forStrangers(request, credentialsSchema, async ({ db, body }) => {
    const token = await signIn(db, body, await markBrowser(), await currentToken());
    await rememberSession(token);
    return { signedIn: true };
  });
}

export function DELETE(request: Request): Promise<Response> {
  return forStrangers(request, z.strictObject({}), async ({ db }) => {
    const token = await currentToken();
    if (token !== null) await signOut(db, token);
    await forgetSession();
    return { signedIn: false };
  });
}
