import { partOf } from "../procedure/index.ts";
import { activeParts, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { lastingId } from "./worksOf.ts";

/** What this work takes of the spares that a machine carries, or puts aboard of what it took out. */
export type Aboard = { does: "taken" | "put" | "rebuilt"; row: string; part: string; role: string; name: string };

/** Only of what was really renewed: a spare stays aboard where the old one goes back in. */
export function aboardOf(bench: Bench, state: JobState): Aboard[] {
  const worked = activeParts(bench, state);
  return bench.procedure.questions.flatMap(({ id }): Aboard[] => {
    const said = wayOf(bench, state, id)?.aboard;
    const part = said && partOf(bench.procedure, said.part);
    if (!said || part?.role === undefined || !worked.includes(part) || !isRenewed(state, part, 1)) return [];
    return [{ does: said.does, row: part.id, part: lastingId(bench, part.id), role: part.role, name: part.name }];
  });
}
