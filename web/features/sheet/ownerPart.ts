import {
  activeParts,
  activePoints,
  type Bench,
  concernsOf,
  countOf,
  decisionFor,
  followedWords,
  isEvent,
  type JobState,
  judgeItem,
  partOf,
  pointOf,
  findingWords,
  pullList,
  readiness,
  verdictOfRound,
  ranges,
  endedWords,
  stopsOf,
  troublesOf,
  workName,
  worksInJob,
  nameOfItem,
  ownName,
  type Part,
  type Point,
} from "@averin/core";

/** What an owner reads first, in plain words: nothing in it needs the trade to be understood. */
export type OwnerPart = { title: string; none: string; lines: string[] }[];

const numbers = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

/** Several of one thing that are alike, in one line: "friction 6–9: glazed". */
function alike(rows: readonly { name: string; item: number; said: string }[]): string[] {
  const groups = new Map<string, { name: string; said: string; items: number[] }>();
  for (const { name, item, said } of rows) {
    const key = `${name}: ${said}`;
    const group = groups.get(key) ?? { name, said, items: [] };
    group.items.push(item);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ name, said, items }) => {
    const which = items.some((item) => item > 0) ? ` ${ranges(items)}` : "";
    return `${upper(name)}${which}: ${said}`;
  });
}
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a verdict means to somebody who does not measure. */
const PLAINLY: Partial<Record<string, string>> = {
  ...{ near: "near the end of its wear", undecided: "at its limit, too close to call", past: "past its limit" },
};

/** What something was found at: its point, and of several which one, by its name where it has one, else by its number. */
function whichOf(state: JobState, point: Point, part: Part | undefined, item: number): { name: string; item: number } {
  if (part === undefined || countOf(state, part.id) === 1) return { name: point.name, item: 0 };
  const own = ownName(state, part, item);
  return { name: `${point.name.toLowerCase()}, ${own ?? part.one ?? part.name}`, item: own === null ? item : 0 };
}

/** What was seen or read and is not simply well, also what was put right since. */
function foundOf(bench: Bench, state: JobState): string[] {
  const seen = state.events.flatMap((event) => {
    if (!isEvent(event, "finding_recorded") || state.struck.has(event.id)) return [];
    const { point: id, item, word, means, leads } = event.body;
    const point = pointOf(bench.procedure, id);
    if (!point || leads === null || leads === "keep") return [];
    const part = partOf(bench.procedure, point.on);
    return [{ ...whichOf(state, point, part, item), said: findingWords({ word, means }) }];
  });
  const read = activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "measure" || point.spec === undefined) return [];
    const part = partOf(bench.procedure, point.on);
    const count = part ? countOf(state, part.id) : 1;
    return numbers(count).flatMap((item) => {
      const judged = judgeItem(state, point, item, "found") ?? judgeItem(state, point, item, "left");
      const said = PLAINLY[judged?.verdict ?? ""];
      if (said === undefined) return [];
      return [{ ...whichOf(state, point, part, item), said }];
    });
  });
  const met = troublesOf(state).map(({ met: { body } }) => ({ name: body.name, item: 0, said: body.says }));
  return alike([...seen, ...read, ...met]);
}

/** What was done: the works, what went in new, and what was put right on the way. */
function doneOf(bench: Bench, state: JobState): string[] {
  if (state.released?.body.type === "job_cancelled") return [`Nothing: ${state.released.body.reason}`];
  const unfinished = state.released?.body.type !== "job_released";
  const works = worksInJob(bench, state).map((work) => `${workName(work)}${unfinished ? ", not finished" : ""}`);
  // Of what is not finished nobody can say here which of them are in.
  const parts = pullList(bench, state).map(
    ({ quantity, name }) => `${unfinished ? "Parts meant for it" : "New"}: ${quantity} × ${name}`,
  );
  const right = state.follows.flatMap(({ body }) =>
    body.way === "put right" ? [`${body.text}; put right: ${body.words}`] : [],
  );
  const mended = troublesOf(state).flatMap(({ met: { body }, ended }) =>
    ended ? [`${body.name}: it was ${body.says}; ${endedWords(ended.body)}`] : [],
  );
  const cleared = stopsOf(bench, state).flatMap((stop) =>
    stop.cleared ? [`${stop.text}; ${stop.cleared.body.reason}`] : [],
  );
  const sum = state.agreed?.body;
  const agreed = sum
    ? [`${sum.name} agreed to ${sum.sum} ${sum.currency} for all of it (${sum.by}): ${sum.words}`]
    : [];
  const swept = readiness(bench, state);
  const verdict =
    swept === null ? [] : [`Walked round: ${[verdictOfRound(swept), ...swept.keeps, ...swept.watched].join("; ")}`];
  const passed = swept?.notLooked.map((line) => `Not looked at: ${line}`) ?? [];
  return [...works, ...verdict, ...passed, ...parts, ...right, ...mended, ...cleared, ...agreed];
}

/** What was left as it is, each with what that risks or who said so. */
function leftFor(bench: Bench, state: JobState): string[] {
  const parts = activeParts(bench, state).flatMap((part) => {
    const items = part.decision?.scope === "each" ? numbers(countOf(state, part.id)) : part.decision ? [0] : [];
    return items.flatMap((item) => {
      const decision = decisionFor(state, part, item);
      if (decision?.decision !== "leave") return [];
      const name = item === 0 ? part.name : nameOfItem(state, part, item);
      return [
        `${name}: left, ${decision.reason ?? decision.because}${part.risk ? `. What it risks: ${part.risk}` : ""}`,
      ];
    });
  });
  const found = concernsOf(bench, state).map(
    (concern) =>
      `${concern.text}; ${followedWords(concern) ?? (concern.weight === "watch" ? "stays for now" : "nothing done about it yet")}`,
  );
  const met = troublesOf(state).flatMap(({ met: { body }, ended }) =>
    ended ? [] : [`${body.name}: ${body.says}, not mended`],
  );
  const dropped = [...state.dropped.values()].map(({ body }) => `Not done: ${body.reason}`);
  // What a lead signed for is left too; parts and findings say so themselves.
  const signed = [...state.signed.values()].flatMap(({ body, by }) =>
    /^(left|found|held):/.test(body.key) ? [] : [`${upper(body.text)}; ${body.reason} (${by.name})`],
  );
  return [...parts, ...met, ...found, ...dropped, ...signed];
}

/** The owner's part of the sheet; `again` is what is to be looked at again and when. */
export function ownerPart(bench: Bench, state: JobState, again: readonly string[]): OwnerPart {
  return [
    { title: "What was found", none: "Nothing that is not well.", lines: foundOf(bench, state) },
    { title: "What was done", none: "Nothing yet.", lines: doneOf(bench, state) },
    { title: "What was left", none: "Nothing.", lines: leftFor(bench, state) },
    { title: "When to come back", none: "Nothing is set.", lines: [...again] },
  ];
}

/** The same as text, for a person's own message: Averin sends nothing. */
export const ownerText = (head: readonly string[], part: OwnerPart): string =>
  [
    ...head,
    ...part.flatMap(({ title, none, lines }) => [
      "",
      title,
      ...(lines.length === 0 ? [none] : lines).map((line) => `- ${line}`),
    ]),
  ].join("\n");
