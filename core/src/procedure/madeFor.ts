import { type Condition, type Facts, holds, machineFact } from "./condition.ts";
import type { Procedure } from "./schema.ts";

/**
 * A procedure without what a machine never has: rows whose condition its configuration alone decides against. What a
 * word that is not known yet would decide stays in; `config` by key.
 */
export function madeFor(procedure: Procedure, config: Readonly<Record<string, string>>): Procedure {
  const facts: Facts = new Map(Object.entries(config).map(([key, word]) => [machineFact(key), word]));
  const may = (row: object): boolean => holds((row as { when?: Condition }).when, facts) !== false;
  const { spine, points, steps, questions, routes, gates, release } = procedure;
  return {
    ...procedure,
    spine: spine.filter(may),
    points: points.filter(may),
    steps: steps.filter(may),
    questions: questions.filter(may),
    routes: routes.filter(may),
    gates: gates.filter(may),
    release: { ...release, rechecks: release.rechecks.filter(may), remembers: release.remembers.filter(may) },
  };
}
