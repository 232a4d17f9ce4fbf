import {
  activeParts,
  againstWay,
  activePoints,
  activeSpine,
  type Bench,
  countOf,
  decisionFor,
  eventSentence,
  type FastenerEntry,
  figure,
  findingOf,
  fold,
  type Grounds,
  groundsOf,
  handsOn,
  longestSteps,
  isEvent,
  slot,
  isSkipped,
  type JobEvent,
  type JobState,
  type Judged,
  jobTitle,
  judgeItem,
  type Limit,
  type MeasurePoint,
  type Phase,
  noticedAtRefit,
  openPoints,
  partOf,
  patternOf,
  pullList,
  pullListTotal,
  passesOf,
  latest,
  multipliedWords,
  oddAt,
  oddWords,
  otherwiseWords,
  pullsOf,
  questionOf,
  lockedWords,
  lockingOf,
  meterWords,
  readingsOf,
  type Recheck,
  rechecksOf,
  roundWords,
  setAside,
  type Source,
  sourceLine,
  torqueWords,
  skipSays,
  endedWords,
  findingWords,
  type Stop,
  stopsOf,
  troublesOf,
  trailOf,
  type TrayLine,
  trayOf,
  unsigned,
  verdictSentence,
  waitsOf,
  walk,
  workName,
  workOfRow,
  worksOf,
  worksStanding,
  belowWords,
  nameOfItem,
  spreadOf,
} from "@averin/core";
import { type OwnerPart, ownerPart } from "./ownerPart.ts";
import { dayOf, timeWords } from "../../ui/times.ts";

export type ReadingRow = {
  name: string;
  found: string;
  verdict: string;
  judged: Judged | null;
  left: string;
  limit: string;
};

/** The pictures that a job's sheet shows. */
export const photoIdsOf = (events: readonly JobEvent[]): string[] => fold(events).photos.map(({ body }) => body.photo);

/** Everything the sheet says, in words, worked out from the log once for every form it is given in. */
export type SheetData = {
  number: string;
  /** What the shop is called; empty where nobody has said. */
  shop: string;
  machine: string;
  line: string;
  state: string;
  complaint: string;
  /** Handed back and not released: what must not be done, and how the machine stands. */
  back: { words: string; standing: readonly string[] } | null;
  /** What its owner reads, in plain words. */
  owner: OwnerPart;
  /** How long people had their hands on it, for the shop. */
  times: string[];
  /** What was done on it, where that is more than the one work of its title. */
  works: string[];
  stops: { text: string; cleared: string | null }[];
  readings: { name: string; source: string; rows: ReadingRow[]; none: string | null }[];
  findings: { name: string; words: string; pattern: string | null }[];
  /** How sure all this is: how each place was read, and what the limits are worth that judged it. */
  grounds: string[];
  ways: { ask: string; word: string; own: string; by: string }[];
  decisions: { name: string; text: string }[];
  parts: { quantity: number; name: string; number: string; why: string; price: string }[];
  total: string | null;
  /** What was set, checked against a figure or worked out, with every round of an adjustment. */
  set: string[];
  /** Typed when something was in again already, or under an answer that was changed since. */
  apart: { text: string; why: string }[];
  torques: { name: string; spec: string; pulls: string; lock: string | null }[];
  tray: string[];
  left: { text: string; risk: string | null; signed: string | null }[];
  notes: string[];
  photos: { id: string; caption: string }[];
  cautions: string | null;
  next: string[];
  struck: { text: string; by: string }[];
  people: string;
};

export const day = (at: string): string => at.slice(0, 10);
const numbers = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

function limitWords(limit: Limit | null): string {
  if (limit === null) return "no limit on file";
  const least = limit.serviceMin === undefined ? "" : `min ${limit.serviceMin}`;
  const most = limit.serviceMax === undefined ? "" : `max ${limit.serviceMax}`;
  const off = limit.aboutBy ? `about, ±${limit.aboutBy}` : "";
  return [least, most, off].filter(Boolean).join(", ");
}

/** The load that a reading was taken under, where it was one: " at 7.3 kg". */
function loadOf(state: JobState, point: MeasurePoint, item: number, phase: Phase): string {
  const under = readingsOf(state, point, item, phase)[0]?.body.under;
  return under && point.under ? ` at ${Number(under.value.toFixed(2))} ${under.unit}` : "";
}

const said = (judged: Judged | null, unit: string): string =>
  judged === null ? "" : `${figure(judged.value, judged.readings[0]?.body.gauge.resolution)} ${unit}`;

/** "New track: tension, at 4185.0 mi or in 30 days". */
function recheckWords(state: JobState, { what, due, days, unit: by }: Recheck): string {
  const unit = by ?? state.opened?.body.meter.unit ?? "";
  const when = [due === null ? "" : `at ${due.toFixed(1)} ${unit}`, days === null ? "" : `in ${days} days`].filter(
    Boolean,
  );
  return `${what}, ${when.length > 0 ? when.join(" or ") : "at the next job"}`;
}

/** A setting that was found and not read again as left: nobody knows how it stands, in words or with the reason. */
function notReadAgain(state: JobState, point: MeasurePoint, item: number): string {
  const [event] = state.bySlot.get(slot.read(point.id, item, 1, "left").key) ?? [];
  if (event && isEvent(event, "reading_worded")) return `${event.body.how}: ${event.body.words}`;
  const skipped = state.skipped.get(slot.read(point.id, item, 1, "left").key);
  return `not read again${skipped ? `: ${skipped.body.reason}` : ""}`;
}

function readingsOfPoint(bench: Bench, state: JobState, point: MeasurePoint): SheetData["readings"][number] {
  const part = partOf(bench.procedure, point.on);
  const count = part ? countOf(state, part.id) : 1;
  let source: Source | null = null;
  const spread = spreadOf(state, point);
  const rows = numbers(count).map((item): ReadingRow => {
    const found = judgeItem(state, point, item, "found");
    const left = judgeItem(state, point, item, "left");
    // As found and as left each carry their own verdict: what was put right since says nothing of how it came.
    const judged = found ?? left;
    source ??= judged?.spec?.source ?? null;
    const renewed = part !== undefined && decisionFor(state, part, item)?.decision === "renew";
    const stays = renewed
      ? "new, not measured"
      : point.again && found !== null
        ? notReadAgain(state, point, item)
        : said(found, point.unit);
    return {
      name: part && count > 1 ? nameOfItem(state, part, item) : "",
      found: `${said(found, point.unit)}${loadOf(state, point, item, "found")}`,
      verdict: `${found ? verdictSentence(found) : left ? "" : "not measured"}${spread?.item === item ? `; ${belowWords(spread)}` : ""}`,
      judged,
      left: left
        ? `${said(left, point.unit)}${loadOf(state, point, item, "left")}, ${verdictSentence(left)}${renewed ? " (new part)" : ""}`
        : stays,
      limit: judged && !judged.record ? limitWords(judged.limit) : "",
    };
  });
  const skipped = [...state.skipped.values()].find((event) => event.body.slot.startsWith(`read:${point.id}:`));
  const worded = state.events.find(
    (e) => isEvent(e, "reading_worded") && e.body.point === point.id && !state.struck.has(e.id),
  );
  const words = worded && isEvent(worded, "reading_worded") ? `${worded.body.how}: ${worded.body.words}` : null;
  const slots = walk(bench, state).flatMap((task) => task.slots);
  const renewed = slots.some(
    (s) =>
      s.kind === "read" && s.point === point.id && state.skipped.has(s.key) && skipSays(bench, state, s) === "renewed",
  );
  const any = rows.some((row) => row.judged !== null);
  return {
    name: point.name,
    source: source ? sourceLine(source) : "",
    rows: any ? rows : [],
    none: any
      ? null
      : (words ??
        (renewed ? "renewed, old one not measured" : `not measured${skipped ? `: ${skipped.body.reason}` : ""}`)),
  };
}

function findingsOf(bench: Bench, state: JobState): SheetData["findings"] {
  return activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "inspect") return [];
    const count = countOf(state, point.on);
    const words = numbers(count).map((item) => findingOf(state, point, item)?.word ?? "not looked at");
    const order = count > 1 ? `, ${(workOfRow(bench, point.id) ?? bench.procedure).sides.outer} first` : "";
    return [
      {
        name: `${point.name}${order}`,
        words: words.join(" · "),
        pattern: patternOf(state, point)?.means ?? null,
      },
    ];
  });
}

function waysOf(bench: Bench, state: JobState): SheetData["ways"] {
  return [...state.bySlot.values()].flatMap((lines) => {
    const last = lines[lines.length - 1];
    if (last === undefined || !isEvent(last, "question_answered")) return [];
    const question = questionOf(bench.procedure, last.body.question);
    const { word, means, preset, presetBy, agreed, estimate, reason } = last.body;
    const whose = presetBy === undefined ? "the shop's way" : `its maker's way (${presetBy})`;
    if (agreed && estimate) {
      const told = `${estimate.total} ${estimate.currency}; ${agreed.name} said “${agreed.wording}”, ${agreed.on ?? dayOf(last.at)}`;
      return [{ ask: question?.ask ?? last.body.question, word: `${word}, ${means}`, own: told, by: last.by.name }];
    }
    const changed = reason === null ? "" : `changed because ${reason}`;
    const way = question?.ways.find((one) => one.word === word);
    const against = way ? againstWay(bench, state, way).map((because) => `against it: ${because}`) : [];
    const own = changed !== "" ? changed : preset === null ? "" : preset === word ? whose : `${whose} is ${preset}`;
    const said = [own, ...against].filter(Boolean).join("; ");
    return [{ ask: question?.ask ?? last.body.question, word: `${word}, ${means}`, own: said, by: last.by.name }];
  });
}

function decisionsOf(bench: Bench, state: JobState): SheetData["decisions"] {
  return activeParts(bench, state).flatMap((part) => {
    if (!part.decision) return [];
    const count = countOf(state, part.id);
    const items = part.decision.scope === "each" ? numbers(count) : [0];
    return items.map((item) => {
      const taken = decisionFor(state, part, item);
      const overruled = taken?.proposed && taken.proposed !== taken.decision ? ` (proposed: ${taken.proposed})` : "";
      return {
        name: item === 0 ? part.name : nameOfItem(state, part, item),
        text: taken
          ? `${taken.decision}${overruled}: ${taken.because}${taken.reason ? `; ${taken.reason}` : ""}`
          : "not decided",
      };
    });
  });
}

function torquesOf(bench: Bench, state: JobState): SheetData["torques"] {
  return activeSpine(bench, state)
    .filter((entry): entry is FastenerEntry => entry.kind === "fasteners")
    .map((entry) => {
      const pulls = pullsOf(bench, state, entry).filter((p) => p.pass === passesOf(bench, state, entry).length);
      const first = pulls.find((p) => p.pulls.length > 0)?.pulls[0];
      const spec = first?.body.spec;
      const words = pulls.map(({ place, pulls: own, verdict, otherwise }) => {
        if (otherwise) return `${place}: ${otherwiseWords(otherwise.body)}`;
        const last = own[own.length - 1]?.body;
        const passed = state.skipped.get(slot.pull(entry.id, place, passesOf(bench, state, entry).length).key);
        if (!last) return `${place}: not torqued${passed ? ` (${passed.body.reason})` : ""}`;
        return `${place}: ${last.valueNm.toFixed(1)}${verdict === "in band" ? "" : ` ${verdict}`}`;
      });
      const locks = [...state.bySlot.values()].flatMap((lines) => {
        const last = lines[lines.length - 1];
        return last && isEvent(last, "fastener_locked") && last.body.entry === entry.id ? [last] : [];
      });
      const lock =
        locks.length === 0 ? "not locked" : `${lockedWords(locks[0]?.body.how ?? "")}, ${locks[0]?.by.name ?? ""}`;
      return {
        name: entry.name,
        spec:
          first && spec?.kind === "torque"
            ? `${torqueWords(spec)}, ${sourceLine(spec.source)}, ${[first.body.wrench.name, multipliedWords(first.body.wrench), first.by.name].filter(Boolean).join(", ")}`
            : "",
        pulls: words.join("   "),
        lock: lockingOf(bench, state, entry) ? lock : null,
      };
    });
}

/** Adjustments with their trails, checks and computed figures, and gates that a lead let the work pass. */
function setOf(bench: Bench, state: JobState): string[] {
  const own = (types: readonly string[]): string[] =>
    state.events
      .filter((e) => types.includes(e.body.type) && !state.struck.has(e.id))
      .map((e) => `${eventSentence(bench, state, e)} (${e.by.name})`);
  const trails = bench.procedure.steps.flatMap((step) => {
    const trail = trailOf(state, step.id);
    if (step.kind !== "adjust" || trail.length === 0) return [];
    return [`${step.title}: ${trail.map((round) => roundWords(step, round.body)).join(" → ")}`];
  });
  return [...own(["figure_taken"]), ...trails, ...own(["step_verified", "gate_passed"])];
}

function apartOf(bench: Bench, state: JobState): SheetData["apart"] {
  const late = noticedAtRefit(bench, state);
  const aside = setAside(bench, state);
  return state.events.flatMap((event) => {
    const why = aside.has(event.id) ? "under an answer changed since" : late.has(event.id) ? "noticed at refit" : null;
    return why === null || state.struck.has(event.id) ? [] : [{ text: eventSentence(bench, state, event), why }];
  });
}

const READ_WORDS: Readonly<Record<keyof Grounds["read"], string>> = {
  gauge: "read with a gauge",
  "by feel": "by feel",
  "in words": "in words",
  "not known": "not known",
  "looked at": "looked at or felt, in words",
  "passed over": "passed over with a reason",
};

/** How each place was read, and by what it was judged: two lines at the most. */
function groundsWords({ read, judgedBy }: Grounds): string[] {
  const ways = (Object.keys(READ_WORDS) as (keyof typeof READ_WORDS)[]).filter((way) => read[way] > 0);
  const told = ways.map((way) => `${read[way]} ${READ_WORDS[way]}`).join(", ");
  const limits = judgedBy.map(({ grade, count }) => `${count} by ${grade ?? "nothing: no limit on file"}`).join(", ");
  return [told && `Places: ${told}.`, limits && `Readings judged: ${limits}.`].filter(Boolean);
}

const LONGEST = 5;

/** Hands-on time by work, and the steps that took longest, for the shop's own record. */
function timesOf(bench: Bench, state: JobState): string[] {
  const steps = longestSteps(bench, state, LONGEST).map(({ title, minutes }) => `${title} ${minutes} min`);
  return [...byWork(bench, state), ...(steps.length > 0 ? [`Longest by the log: ${steps.join(", ")}`] : [])];
}

const byWork = (bench: Bench, state: JobState): string[] =>
  handsOn(bench, state).flatMap((hands) => {
    if (hands.minutes === 0 && hands.corrected === null) return [];
    const work = worksOf(bench).find(({ id }) => id === hands.work);
    return [`${work ? workName(work) : "What belongs to no single work"}: ${timeWords(hands)}`];
  });

/** Each work of a job that has several: why it is there, and what became of it. */
function worksOfSheet(bench: Bench, state: JobState): string[] {
  const standing = worksStanding(bench, state);
  if (standing.length < 2) return [];
  return standing.map(({ work, stage }) => {
    const because = state.added.get(work.id)?.body.because;
    const dropped = state.dropped.get(work.id);
    const what = dropped ? `dropped: ${dropped.body.reason}, ${dropped.by.name}` : stage;
    return `${workName(work)}${because === undefined ? "" : `, because: ${because}`}. ${what.charAt(0).toUpperCase()}${what.slice(1)}.`;
  });
}

/** What a reason answered for by itself, step by step: not fitted, not reached, renewed anyway; and who said so. */
function passedOver(bench: Bench, state: JobState): SheetData["left"] {
  return walk(bench, state).flatMap((task) => {
    const said = new Map<string, string>();
    for (const s of task.slots) {
      const skip = state.skipped.get(s.key);
      if (!skip || !isSkipped(bench, state, s) || skipSays(bench, state, s) === "open") continue;
      said.set(`${task.title}: ${skip.body.reason}`, `said by ${skip.by.name}, ${dayOf(skip.at)}`);
    }
    return [...said].map(([text, signed]) => ({ text, risk: null, signed }));
  });
}

/** Fasteners that came out otherwise than the book has them, with what became of them: "; 6 came as 25 mm …, the right one in". */
function oddOf(bench: Bench, state: JobState, { id, places }: TrayLine): string {
  return places
    .flatMap(({ place, bookMm, bookUnder }) => {
      const out = latest(state, slot.out(id, place).key, "fastener_out");
      const came = out && oddWords({ ...out, bookMm, bookUnder });
      if (!came) return [];
      const right = oddAt(bench, state, id, place) === null;
      return [`; ${place} came as ${came}${right ? ", the right one is in" : ", in as it came"}`];
    })
    .join("");
}

/** What was left, each with what it risks in the owner's words, and who signed for it. */
function leftOf(bench: Bench, state: JobState): SheetData["left"] {
  const riskOf = (key: string): string | null => {
    const part = key.startsWith("left:") ? partOf(bench.procedure, key.split(":")[1] ?? "") : undefined;
    return part?.risk ?? null;
  };
  const points = openPoints(bench, state);
  return [
    ...[...state.signed.values()].map((event) => ({
      text: event.body.text,
      risk: riskOf(event.body.key),
      signed: `${event.body.reason}, signed by ${event.by.name}, ${dayOf(event.at)}`,
    })),
    ...passedOver(bench, state),
    ...unsigned(state, points).map((point) => ({ text: point.text, risk: riskOf(point.key), signed: null })),
  ];
}

/** The number of a job's nth sheet: a release that was taken back and made again makes a new one beside the old. */
export const sheetNumber = (number: string, release: number): string =>
  release <= 1 ? number : `${number}/${release}`;

/** How often a job was released: so many sheets it has. */
export const releasesOf = (events: readonly JobEvent[]): JobEvent[] => [...fold(events).releases];

/** What stood on the packets of what went in new at an entry, where somebody said it. */
const packetsOf = (state: JobState, row: string): string[] =>
  state.events.flatMap((event) =>
    isEvent(event, "part_fitted") && event.body.entry === row && !state.struck.has(event.id)
      ? (event.body.packet ?? [])
      : [],
  );

/** A line that was struck, as it was typed and as it was judged then: what took its place says nothing of it. */
function struckWords(bench: Bench, state: JobState, event: JobEvent): string {
  const then = fold(state.events.filter(({ number }) => number <= event.number));
  const typed = event.body.type === "reading_taken" ? `${event.body.text} ${event.body.unit}, ` : "";
  return `${typed}${eventSentence(bench, then, event)}`;
}

/** A stop with what was done about it, where it is not proven yet. */
const stopText = ({ text, putRight, proof }: Stop): string =>
  putRight && !proof ? `${text}; put right and not proven: ${putRight.body.words}` : text;

/** How a stop was closed, by whom and when; null while it is open. */
function closedWords({ cleared, putRight, proof }: Stop): string | null {
  if (cleared) return `${cleared.body.reason}, ${cleared.by.name}, ${dayOf(cleared.at)}`;
  if (!proof) return null;
  const done = putRight ? `${putRight.body.words}, ${putRight.by.name}; ` : "";
  return `${done}looked at once more: ${findingWords(proof.body)}, ${proof.by.name}, ${dayOf(proof.at)}`;
}

/** The sheet of a job as it stands, or as it stood at one of its releases, counted from 1. */
export function sheetData(
  job: string,
  bench: Bench,
  all: readonly JobEvent[],
  release: number | null = null,
): SheetData | null {
  const releases = releasesOf(all);
  const until = release === null ? undefined : releases[release - 1];
  const events = until ? all.slice(0, all.indexOf(until) + 1) : all;
  const state = fold(events);
  const number = sheetNumber(job, until && release !== null ? release : releases.length + (state.released ? 0 : 1));
  const opened = state.opened;
  if (!opened) return null;
  const { machine, meter, owner, complaint, symptom } = opened.body;
  const open = unsigned(state, openPoints(bench, state));
  const lines = pullList(bench, state);
  // Once ended, as it was set then.
  const ended = state.released?.body ?? null;
  const cancelled = ended?.type === "job_cancelled" ? ended : null;
  const rechecks = ended === null ? rechecksOf(bench, state) : "rechecks" in ended ? ended.rechecks : [];
  const next = [...bench.procedure.release.lines, ...rechecks.map((recheck) => recheckWords(state, recheck))];
  const back = ended?.type === "job_handed_back" ? ended : null;
  const people = [...new Set(events.filter((e) => e.body.type !== "job_opened").map((e) => e.by.name))];
  const cautions = [...state.cautions.values()];
  const waits = waitsOf(bench, state).filter((w) => w.endedAt !== null);
  return {
    number,
    shop: bench.shopName ?? "",
    machine: `${machine.maker} ${machine.model}, ${machine.mark}`,
    line: [jobTitle(bench, state), meterWords(meter), owner.name || "owner not known"].join(" · "),
    state: state.released
      ? `${cancelled ? `cancelled (${cancelled.reason})` : back ? "handed back, not released," : "released"} ${dayOf(state.released.at)} by ${state.released.by.name}`
      : `not released: ${open.length} open`,
    back,
    owner: ownerPart(bench, state, next),
    works: worksOfSheet(bench, state),
    times: timesOf(bench, state),
    complaint: `Came in ${dayOf(opened.at)} for: ${complaint}${symptom === "" ? "" : ` (${symptom})`}`,
    stops: stopsOf(bench, state).map((stop) => ({ text: stopText(stop), cleared: closedWords(stop) })),
    readings: activePoints(bench, state)
      .filter((p): p is MeasurePoint => p.kind === "measure")
      .map((point) => readingsOfPoint(bench, state, point)),
    findings: findingsOf(bench, state),
    grounds: groundsWords(groundsOf(bench, state)),
    ways: [
      ...waysOf(bench, state),
      ...state.tooFar.map(({ body, by }) => ({
        ask: body.name,
        word: `${body.valueNm.toFixed(1)} N·m went too far`,
        ...{ own: body.how, by: by.name },
      })),
      ...troublesOf(state).flatMap(({ met, tried, ended }) => [
        { ask: met.body.name, word: `${met.body.says}, ${met.body.words}`, own: "", by: met.by.name },
        ...tried.map(({ body, by }) => ({ ask: body.name, word: body.says, own: body.words, by: by.name })),
        ...(ended ? [{ ask: ended.body.name, word: endedWords(ended.body), own: "", by: ended.by.name }] : []),
      ]),
      ...waits.map((w) => ({
        ask: w.wait.title,
        word: `${Math.floor((Date.parse(w.endedAt ?? "") - Date.parse(w.startedAt)) / 60_000)} min`,
        own: `${w.minutes} asked for`,
        by: w.by,
      })),
    ],
    decisions: decisionsOf(bench, state),
    parts: lines.map(({ quantity, name, part, why, row }) => ({
      ...{ quantity, why },
      name: [name, ...packetsOf(state, row)].join(", "),
      number: part?.number ?? "no part on file",
      price: part?.price == null ? "" : `${part.price} ${part.currency}`,
    })),
    total: pullListTotal(lines) || null,
    set: [
      ...setOf(bench, state),
      ...state.besides.map((event) => `${eventSentence(bench, state, event)} (${event.by.name})`),
    ],
    apart: apartOf(bench, state),
    torques: torquesOf(bench, state),
    tray: trayOf(bench, state)
      .filter((line) => line.out !== null)
      .map(
        (line) =>
          `${line.name}: ${line.out} ${line.temporary ? "put on" : "out"}, ${line.in ?? 0} ${line.temporary ? "taken away" : "in"}${oddOf(bench, state, line)}`,
      ),
    left: leftOf(bench, state),
    notes: state.notes.map((event) => `${event.body.text} (${event.by.name}, ${dayOf(event.at)})`),
    photos: state.photos.map((event) => ({
      id: event.body.photo,
      caption: `${event.body.caption || "photo"} (${event.by.name}, ${dayOf(event.at)})`,
    })),
    cautions:
      cautions.length === 0
        ? null
        : `${cautions.length} cautions were shown before the work they belong to, to ${[...new Set(cautions.map((e) => e.by.name))].join(", ")}.`,
    next,
    struck: state.events
      .filter((event) => state.struck.has(event.id))
      .map((event) => ({
        text: struckWords(bench, state, event),
        by: `by ${event.by.name}, struck by ${state.struck.get(event.id)?.by.name ?? ""}`,
      })),
    people: people.join(", "),
  };
}

/** What stands under every sheet. */
export const FOOT =
  "The maker's service manual, local rules and licensed practice come before this sheet. Figures without a source are " +
  "marked so; a reading without a limit on file is not a pass.";
