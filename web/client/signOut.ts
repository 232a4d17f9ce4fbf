import { send } from "./send.ts";

const ASKED = "averin-sign-out";

/** Ends the session; where the server cannot be reached, as soon as it can. Answers whether it is ended already. */
export async function signOut(): Promise<boolean> {
  localStorage.setItem(ASKED, "asked");
  return signOutPending();
}

/** Carries out a sign-out that was asked for without a server; false while it cannot be. */
export async function signOutPending(): Promise<boolean> {
  if (localStorage.getItem(ASKED) === null) return true;
  const answer = await send("DELETE", "/api/session", {});
  if (answer.kind === "unreachable") return false;
  localStorage.removeItem(ASKED);
  return true;
}

/** Whoever signs in anew has come back: nothing is left to end. */
export const signedInAnew = (): void => localStorage.removeItem(ASKED);
