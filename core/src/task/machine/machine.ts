import type { Answer } from "../../calculator/index.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, Draft, DraftOf } from "../../job/events.ts";
import { offered, oneOf } from "../../job/oneOf.ts";
import { believable, type KnownFigure } from "../../figures/index.ts";
import { fastenerCard } from "../../fastener/index.ts";
import { countsNeeded, entryOf, figuresKnown, machineFacts } from "../../procedure/index.ts";
import { namesIn, namesWords } from "../../spec/index.ts";
import { no, refused, yes } from "../answers.ts";
import type { Hand, Kind, Line, LineAnswer } from "../kind.ts";
import type { SlotOf } from "../lines.ts";
import { partsCounted } from "./asked.ts";
import { whoseOf } from "./whose.ts";

/** Whether those that there are so many of may be called by name: parts may, fasteners and plates go by their places. */
const mayHaveNames = (bench: Bench, parts: readonly string[]): boolean =>
  parts.some((id) => entryOf(bench.procedure, id)?.kind === "part");
const OR_NAMES = "; or the name of each, commas between";

const known = (bench: Bench, figure: string): KnownFigure | undefined => figuresKnown(bench.procedure).get(figure);
const labelOf = (bench: Bench, figure: string): string => known(bench, figure)?.label ?? figure;
const wordsOf = (bench: Bench, figure: string): readonly string[] => known(bench, figure)?.words ?? [];

/** What is on file of the machine is not asked here: it is put right among its figures. */
const onFile = (label: string): Answer<never> =>
  no("conflict", "figure", `${label} was on file when this job began: put it right among the machine's figures.`);

function acceptWord({ bench, state }: Hand, draft: DraftOf<"word_said">): Answer<Body> {
  const label = labelOf(bench, draft.figure);
  if (!machineFacts(bench.procedure).includes(draft.figure))
    return no("unsupported", "figure", `"${draft.figure}" decides nothing in this job.`);
  if (state.onFile.config[draft.figure] !== undefined) return onFile(label);
  const words = wordsOf(bench, draft.figure);
  if (!words.includes(draft.word)) return no("range", "word", `${label}: one of ${words.join(", ")}.`);
  return yes({ ...draft, label, whose: isOwn(bench, draft.figure) ? "machine" : draft.whose });
}

function acceptNumber({ bench, state }: Hand, draft: DraftOf<"number_counted">): Answer<Body> {
  const label = labelOf(bench, draft.figure);
  const parts = partsCounted(bench, state, draft.figure);
  if (parts.length > 0) return numberOf(bench, draft, label, parts);
  const asked = [...countsNeeded(bench.procedure).values()].some(
    (count) => typeof count !== "number" && count.spec === draft.figure,
  );
  return asked ? onFile(label) : no("unsupported", "figure", `"${draft.figure}" is counted nowhere in this job.`);
}

function numberOf(bench: Bench, draft: DraftOf<"number_counted">, label: string, parts: string[]): Answer<Body> {
  const figure = known(bench, draft.figure);
  const most = figure ? believable(figure).most : Infinity;
  if (draft.names && draft.names.length !== draft.count)
    return no("conflict", "names", `${label}: ${draft.count}, and ${draft.names.length} names: as many as there are.`);
  if (draft.count > most) return no("range", "count", `${label}: at most ${most} are worked with; count them again.`);
  return yes({ ...draft, label, parts });
}

/** Said otherwise before: what that undoes is told first. */
function unlessChanged(line: Line, key: string, body: Body, draft: Draft): LineAnswer {
  const told = line.state.bySlot.has(key) ? line.undoes(body) : null;
  return told === null
    ? { kind: "drafts", drafts: [draft] }
    : { kind: "sure", question: `${told} Is it so?`, drafts: [draft] };
}

/** Whether it is said of one machine, never of all of its model. */
const isOwn = (bench: Bench, figure: string): boolean => known(bench, figure)?.own === true;

function sayWord(typed: string, line: Line, aim: SlotOf<"word">): LineAnswer {
  const words = wordsOf(line.bench, aim.figure);
  const { text, whose } = whoseOf(typed);
  const word = oneOf(text, words);
  if (word === null)
    return refused(`Say which: ${offered(words)}. Not to be seen yet? / passes it, and it is asked again.`);
  const draft = { type: "word_said" as const, figure: aim.figure, word, whose };
  return unlessChanged(line, aim.key, { ...draft, label: labelOf(line.bench, aim.figure) }, draft);
}

function sayNumber(typed: string, line: Line, aim: SlotOf<"many">): LineAnswer {
  const { text: said, whose } = whoseOf(typed);
  const parts = partsCounted(line.bench, line.state, aim.figure);
  // Behind the number it may be said in the same breath what they are: "6 M6x25 h8"; or each by its name, without a number.
  const [, text = said, what = ""] = /^(\d{1,4})[\s:]+(\S.*)$/.exec(said) ?? [];
  const group = parts.find((id) => entryOf(line.bench.procedure, id)?.kind === "fasteners");
  const mayName = mayHaveNames(line.bench, parts);
  const names = mayName ? namesIn(what || said) : null;
  if (names) {
    if (what !== "" && Number(text) !== names.length)
      return refused(`${text}, and ${names.length} names: put one of both right, or type the names alone.`);
    const named = { type: "number_counted" as const, figure: aim.figure, count: names.length, names, whose };
    return unlessChanged(line, aim.key, { ...named, label: labelOf(line.bench, aim.figure), parts }, named);
  }
  const count = /^\d{1,4}$/.test(text) ? Number(text) : null;
  if (count === 0) return refused("None of them? / passes it: not fitted. Else type how many there are.");
  if (count === null) return refused(`Count them and type how many there are, such as 6${mayName ? OR_NAMES : ""}.`);
  const draft = { type: "number_counted" as const, figure: aim.figure, count, whose };
  if (what !== "") {
    const card = fastenerCard(what);
    if (group === undefined || !card.ok)
      return refused(
        card.ok || mayName ? `Type only how many there are${mayName ? OR_NAMES : ""}.` : card.error.message,
      );
    return { kind: "drafts", drafts: [draft, { type: "card_said", entry: group, text: what, whose }] };
  }
  return unlessChanged(line, aim.key, { ...draft, label: labelOf(line.bench, aim.figure), parts }, draft);
}

const holdsFor = ({ whose }: { whose: "model" | "machine" }): string =>
  whose === "model" ? "" : ", this machine alone";

export const machine: Kind<"word" | "many", "word_said" | "number_counted", never> = {
  slots: {
    word: {
      named: (bench, _, s) => labelOf(bench, s.figure).toLowerCase(),
      drafted: sayWord,
      hinted: (bench, _, s) => ({
        hint: isOwn(bench, s.figure)
          ? "number or first letters; kept for this machine alone"
          : "number or first letters; “here” behind it: only this machine",
        words: wordsOf(bench, s.figure),
      }),
      rehearsed: ({ bench, made }, s) => made[s.figure] ?? wordsOf(bench, s.figure)[0] ?? "",
      shapes: true,
      saidInTheEnd: () => true,
    },
    many: {
      named: (bench, _, s) => `${labelOf(bench, s.figure).toLowerCase()}, how many`,
      drafted: sayNumber,
      hinted: (bench, state, s) => {
        const parts = partsCounted(bench, state, s.figure);
        const group = parts.some((id) => entryOf(bench.procedure, id)?.kind === "fasteners");
        const plain = `how many there are${mayHaveNames(bench, parts) ? OR_NAMES : ""}`;
        return { hint: group ? "how many; what they are may follow: 6 M6x25 h8" : plain };
      },
      rehearsed: ({ numbers }, s) => String(numbers[s.figure] ?? 1),
      shapes: true,
    },
  },
  lines: {
    word_said: { accepted: acceptWord, said: (_, __, body) => `${body.label}: ${body.word}${holdsFor(body)}` },
    number_counted: {
      accepted: acceptNumber,
      said: (_, __, body) =>
        `${body.label}: ${body.count} counted${body.names ? ` (${namesWords(body.names)})` : ""}${holdsFor(body)}`,
    },
  },
  tasks: {},
  open: () => [],
};
