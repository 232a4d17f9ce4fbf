import type { Answer } from "../calculator/index.ts";
import { type FastenerCard, fastenerCard } from "../fastener/index.ts";
import { cardKey, entryOf, type FastenerEntry } from "../procedure/index.ts";
import { no, yes } from "../task/answers.ts";
import { torqueSpecFor, wrenchFor } from "../task/fasteners/torque.ts";
import { activeSpine } from "./applies.ts";
import { type Bench, specFor } from "./bench.ts";
import type { Body, DraftOf } from "./events.ts";
import type { JobState } from "./fold.ts";

/** What the fasteners of a group are: as they were seen in this job, else as they are on file; null where nobody has said. */
export function cardOf(bench: Bench, state: JobState, entry: FastenerEntry): FastenerCard | null {
  const seen = state.cards.get(entry.id)?.body.card;
  if (seen) return seen;
  const spec = specFor(bench, cardKey(entry));
  return spec?.kind === "fastener" ? spec.card : null;
}

/** Tools that a fastener's own takes the place of: the same thing without a size. */
const SIZED = ["socket", "spanner", "hexagon key", "T-handle"];

/** The tools of a step, with the fastener's own in place of one without a size. */
export function withOwnTool(tools: readonly string[], card: FastenerCard | null): string[] {
  const own = card?.tool;
  if (own == null) return [...tools];
  const i = tools.findIndex((tool) => SIZED.includes(tool));
  return i < 0 ? [own, ...tools] : tools.map((tool, n) => (n === i ? own : tool));
}

/** Torques of this job that no wrench of the shop reaches, with how far the nearest falls short; told before the work. */
export const wrenchGaps = (bench: Bench, state: JobState): string[] =>
  activeSpine(bench, state).flatMap((entry) => {
    if (entry.kind !== "fasteners" || torqueSpecFor(bench, entry) === null) return [];
    const { best, sentence } = wrenchFor(bench, entry);
    return best === null ? [`${entry.name}: ${sentence}`] : [];
  });

/** What the fasteners of a place are, from one typed line. */
export function acceptCard(bench: Bench, draft: DraftOf<"card_said">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners") return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners.`);
  const card = fastenerCard(draft.text);
  if (!card.ok) return card;
  return yes({ ...draft, figure: cardKey(entry), label: entry.name, card: card.value });
}
