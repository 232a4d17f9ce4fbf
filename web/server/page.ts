import type { Actor } from "@averin/core";
import { notFound, redirect } from "next/navigation";
import { type Database, database } from "./database.ts";
import { currentActor } from "./http.ts";
import { Refused } from "./refused.ts";
import { anyPeople } from "./people/read.ts";

/** For pages: who is signed in; strangers are shown the sign-in, and a new shop its first step. */
export async function requireActor(): Promise<{ db: Database; actor: Actor }> {
  const db = database();
  const actor = await currentActor(db);
  if (!actor) redirect((await anyPeople(db)) ? "/sign-in" : "/welcome");
  return { db, actor };
}

/** For pages: what was asked for, or the page that says it is not here. */
export async function orNotFound<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof Refused && error.status === 404) notFound();
    throw error;
  }
}
