import { z } from "zod";
import type { Database } from "../database.ts";
import { proceduresFor } from "../procedures/read.ts";
import { Refused } from "../refused.ts";
import { presetSchema } from "./schema.ts";

/** Makes one of a school's ways the shop's own; refused where no procedure on file offers it. */
export async function setPreset(db: Database, { question, word }: z.infer<typeof presetSchema>): Promise<void> {
  const procedures = await proceduresFor(db, "any", null);
  const offered = procedures.flatMap(({ procedure: p }) =>
    p.questions.filter((q) => q.id === question && q.kind === "school"),
  );
  if (!offered.some((q) => q.ways.some((way) => way.word === word))) {
    throw new Refused(422, { code: "unsupported", path: "word", message: `"${word}" is no way of that school.` });
  }
  await db.write(async (transaction) => {
    await db.presets.upsert({ question, word }, { transaction });
  });
}
