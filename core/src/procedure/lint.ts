import { pointTaskId, taskId } from "../task/ids.ts";
import { type Condition, factsIn } from "./condition.ts";
import { KNOWN_FIGURES } from "../figures/index.ts";
import { figuresAsked } from "./figures.ts";
import { WORK_OF_ROW } from "./join.ts";
import { locksOf, partsOf } from "./parts.ts";
import { NAMED_PICTURES, NAMED_SKETCHES } from "./pictures.ts";
import { figuresKnown, type Part, type Procedure, type Step } from "./schema.ts";

export type Issue = { path: (string | number)[]; message: string };

const YES_NO = ["yes", "no"];

/** The tasks that the walk makes of each kind of step. */
const TASKS_OF = { do: ["do"], wait: ["start", "end"], verify: ["verify"], adjust: ["adjust"] } as const;
const tasksOf = (step: Step): string[] => {
  const own = step.kind === "compute" ? (step.calculator === "clutch.stack" ? PACKED : COMPUTED) : TASKS_OF[step.kind];
  return own.map((begin) => taskId(begin, step.id));
};
const PACKED = ["build", "check"] as const;
const COMPUTED = ["compute"] as const;

/** The phase in which a point is read first. */
export const phaseOfStage = (stage: string): "found" | "left" =>
  stage === "apart" || stage === "bench" ? "found" : "left";

const tasksOfEntry = (entry: Procedure["spine"][number]): string[] => [
  taskId("off", entry.id),
  taskId("fit", entry.id),
  ...(entry.kind === "fasteners" ? [taskId("torque", entry.id)] : []),
  ...(entry.kind === "fasteners" && locksOf(entry).length > 0 ? [taskId("lock", entry.id)] : []),
];

/** Read first as found or as left; a second time where a new part is measured too, or what was found is read again. */
const tasksOfPoint = (point: Procedure["points"][number]): string[] => {
  const twice = point.kind === "measure" && (point.again || point.placesNew > 0);
  const first = pointTaskId(point.kind, point.id, phaseOfStage(point.stage));
  return twice ? [first, pointTaskId("measure", point.id, "left")] : [first];
};

/** Every task that the walk makes of a procedure: where questions are asked and gates stand, and what work must come to. */
export function tasksIn(procedure: Procedure): Set<string> {
  return new Set([
    // What only stays and is never decided about is looked at where it sits: it neither comes off nor goes in.
    ...procedure.spine.filter((e) => !(e.kind === "part" && e.stays && !e.decision)).flatMap(tasksOfEntry),
    ...partsOf(procedure).flatMap((part) => (part.decision ? [taskId("decide", part.id)] : [])),
    ...procedure.points.flatMap(tasksOfPoint),
    ...procedure.steps.flatMap(tasksOf),
  ]);
}

/** The word of a list that is nearest to one that is not in it, by the fewest letters changed; null where none is near. */
function nearest(word: string, words: Iterable<string>): string | null {
  const distance = (a: string, b: string): number => {
    let row = Array.from({ length: b.length + 1 }, (_, i) => i);
    for (let i = 1; i <= a.length; i += 1) {
      const next = [i];
      for (let j = 1; j <= b.length; j += 1) {
        const swap = (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1);
        next.push(Math.min(swap, (row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1));
      }
      row = next;
    }
    return row[b.length] ?? a.length;
  };
  const ranked = [...words].map((w) => ({ w, far: distance(word, w) })).sort((a, b) => a.far - b.far);
  const best = ranked[0];
  return best && best.far <= Math.max(2, word.length / 3) ? best.w : null;
}

/** A round of questions that each wait for another's answer, or null. */
function questionRound(procedure: Procedure): string[] | null {
  const entryWhen = new Map(procedure.spine.map((entry) => [entry.id, entry.when]));
  const stepWhen = new Map(procedure.steps.map((step) => [step.id, "when" in step ? step.when : undefined]));
  const asked = new Set(procedure.questions.map((q) => q.id));
  const needs = new Map(
    procedure.questions.map((q) => {
      const place = q.at.split(":")[1] ?? "";
      const conditions = [q.when, entryWhen.get(place), stepWhen.get(place)];
      return [
        q.id,
        conditions
          .flatMap(factsIn)
          .map((c) => c.fact)
          .filter((fact) => asked.has(fact)),
      ];
    }),
  );
  const done = new Set<string>();
  const follow = (question: string, trail: readonly string[]): string[] | null => {
    if (trail.includes(question)) return [...trail.slice(trail.indexOf(question)), question];
    if (done.has(question)) return null;
    for (const next of needs.get(question) ?? []) {
      const round = follow(next, [...trail, question]);
      if (round) return round;
    }
    done.add(question);
    return null;
  };
  for (const question of asked) {
    const round = follow(question, []);
    if (round) return round;
  }
  return null;
}

/** What is wrong with a procedure that its shape alone does not tell: where, and what would be right. */
export function lint(procedure: Procedure): Issue[] {
  const { spine, points, steps, questions, gates, routes, identity } = procedure;
  const issues: Issue[] = [];
  const complain = (path: (string | number)[], message: string): void => void issues.push({ path, message });
  const figures = figuresKnown(procedure);
  procedure.figures.forEach(({ key }, i) => {
    if (KNOWN_FIGURES.has(key))
      complain(["figures", i, "key"], `"${key}" is among the figures that ship: leave it away.`);
    if (procedure.figures.findIndex((other) => other.key === key) !== i) {
      complain(["figures", i, "key"], `"${key}" is used twice; give each its own id.`);
    }
  });
  const entries = new Map(spine.map((entry) => [entry.id, entry]));
  const parts = new Set([...entries.keys(), ...partsOf(procedure).map((part) => part.id)]);
  const decided = new Set(partsOf(procedure).flatMap((part) => (part.decision ? [part.id] : [])));
  const inStores = new Set(partsOf(procedure).flatMap((part) => (part.role === undefined ? [] : [part.id])));
  const asked = new Map(questions.map((question) => [question.id, question]));
  const named = (word: string, words: Iterable<string>): string => {
    const near = nearest(word, words);
    return near === null ? "" : ` Is "${near}" meant?`;
  };
  const entryIds = new Set(entries.keys());
  const inSpine = (name: string, path: (string | number)[], words: ReadonlySet<string> = entryIds): boolean => {
    if (words.has(name)) return true;
    complain(path, `"${name}" is no part of the spine.${named(name, words)}`);
    return false;
  };
  const wordsOf = (fact: string): readonly string[] | null => {
    const [kind, name = ""] = fact.split(":");
    if (!fact.includes(":")) return asked.get(fact)?.ways.map((way) => way.word) ?? null;
    switch (kind) {
      case "finding": {
        const point = points.find((p) => p.id === name);
        return point?.kind === "inspect" ? point.findings.map((f) => f.word) : null;
      }
      case "fitted":
      case "off":
        return entries.has(name) ? YES_NO : null;
      case "done":
        return steps.some((step) => step.id === name) ? YES_NO : null;
      case "machine":
        return figures.get(name)?.words ?? null;
      case "decided":
        // What was repaired goes back like what is kept.
        return decided.has(name) ? ["keep", "renew", "leave"] : null;
      default:
        return null;
    }
  };
  const known = (condition: Condition | undefined, path: (string | number)[], gate = false): void => {
    for (const { fact, is } of factsIn(condition)) {
      const words = wordsOf(fact);
      const progress = /^(fitted|off|done):/.test(fact);
      if (words === null) {
        const all = [
          ...asked.keys(),
          ...points.map((p) => `finding:${p.id}`),
          ...[...entries.keys()].map((e) => `fitted:${e}`),
        ];
        const what = fact.includes(":") ? "nothing this procedure knows" : "no question of this procedure";
        complain(path, `"${fact}" is ${what}.${named(fact, all)}`);
      } else if (progress && !gate) {
        complain(path, `"${fact}" changes while the work goes on: only a gate may ask for it.`);
      }
      for (const word of is) {
        if (words && !words.includes(word)) complain(path, `"${word}" is no answer to "${fact}": ${words.join(", ")}.`);
      }
    }
  };
  const seen = new Set<string>();
  const claim = (name: string, path: (string | number)[]): void => {
    if (WORK_OF_ROW.test(name)) complain(path, `"${name}" begins as a further work of a job does: call it otherwise.`);
    if (seen.has(name)) complain(path, `"${name}" is used twice; give each its own id.`);
    seen.add(name);
  };
  const facingKnown = (part: Pick<Part, "facingBy" | "again">, path: (string | number)[]): void => {
    if (part.facingBy !== undefined && !asked.get(part.facingBy)?.ways.every((way) => way.facing !== undefined)) {
      complain([...path, "facingBy"], `"${part.facingBy}" is no question whose every answer says how it faces.`);
    }
    const { again } = part;
    if (again !== undefined && !asked.get(again.question)?.ways.some(({ word }) => word === again.word)) {
      complain([...path, "again"], `"${again.word}" is no answer to "${again.question}".`);
    }
  };
  /** Before an entry that comes off or goes in, or after one that is in; nothing else has a place of that kind. */
  const anchored = (
    it: { stage: string; before?: string | undefined; after?: string | undefined },
    path: (string | number)[],
  ): void => {
    for (const side of ["before", "after"] as const) {
      const name = it[side];
      if (name === undefined || !inSpine(name, [...path, side])) continue;
      if (it.stage !== "together" && it.stage !== "apart")
        complain([...path, side], `"${side}" belongs to the way apart or together.`);
    }
    if (it.stage === "together" && (it.after === undefined) === (it.before === undefined)) {
      complain(
        [...path, "after"],
        "on the way together a step stands before an entry goes in or after one that is in: say which.",
      );
    }
  };
  const computes = (name: string | undefined, path: (string | number)[]): void => {
    if (name === undefined || steps.some((s) => s.id === name && s.kind === "compute")) return;
    complain(path, `"${name}" is no step that computes a figure.`);
  };

  spine.forEach((entry, i) => {
    claim(entry.id, ["spine", i, "id"]);
    if (entry.draws !== undefined && !NAMED_SKETCHES.has(entry.draws)) {
      const near = named(entry.draws, NAMED_SKETCHES.keys());
      complain(["spine", i, "draws"], `"${entry.draws}" is no sketch that ships.${near} A file may bring its own.`);
    }
    known(entry.when, ["spine", i, "when"]);
    known(entry.backWhen, ["spine", i, "backWhen"]);
    if (entry.kind === "pack") {
      entry.layers.forEach((layer, j) => {
        layer.ends?.forEach((end, k) => known(end.when, ["spine", i, "layers", j, "ends", k, "when"]));
        claim(layer.id, ["spine", i, "layers", j, "id"]);
        facingKnown(layer, ["spine", i, "layers", j]);
      });
    }
    if (entry.kind === "part") {
      facingKnown(entry, ["spine", i]);
      entry.loose.forEach((piece, j) => claim(piece.id, ["spine", i, "loose", j, "id"]));
    }
    if (entry.kind === "fasteners" && entry.torque.proof) {
      const { after, when } = entry.torque.proof;
      const at = ["spine", i, "torque", "proof"];
      known(when, [...at, "when"]);
      const step = procedure.steps.find(({ id }) => id === after);
      if (step?.kind !== "do" || step.stage !== "prove" || step.early) {
        complain([...at, "after"], `"${after}" is no step of the proof that something can be tightened after.`);
      }
    }
    if (entry.kind === "fasteners" && entry.torque.after !== undefined) {
      const at = ["spine", i, "torque", "after"];
      const after = entry.torque.after;
      if (inSpine(after, at) && spine.findIndex((e) => e.id === after) > i) {
        complain(at, `"${after}" is in already when these go in: leave "after" away.`);
      }
    }
  });
  procedure.positions?.forEach(({ word, answers }, i) => {
    if (procedure.positions?.findIndex((other) => other.word === word) !== i) {
      complain(["positions", i, "word"], `"${word}" stands twice among the places.`);
    }
    for (const [question, said] of Object.entries(answers)) {
      const at = ["positions", i, "answers", question];
      const ways = asked.get(question)?.ways.map((way) => way.word);
      if (!ways) complain(at, `"${question}" is no question of this procedure.${named(question, asked.keys())}`);
      else if (!ways.includes(said)) complain(at, `"${said}" is no answer to "${question}": ${ways.join(", ")}.`);
    }
  });
  procedure.drawing?.views.forEach((view, i) => {
    const path = ["drawing", "views", i];
    view.shapes.forEach((shape, j) => known(shape.when, [...path, "shapes", j, "when"]));
    const placed = new Set([...entryIds, ...points.map((point) => point.id)]);
    view.places.forEach(({ of }, j) => {
      if (!placed.has(of))
        complain([...path, "places", j, "of"], `"${of}" is no entry and no point.${named(of, placed)}`);
    });
  });
  routes.forEach(({ when, order, together }, i) => {
    known(when, ["routes", i, "when"]);
    order.forEach((name, j) => {
      inSpine(name, ["routes", i, "order", j]);
      if (order.indexOf(name) !== j) complain(["routes", i, "order", j], `"${name}" stands twice in this order.`);
    });
    together?.forEach((name, j) => {
      inSpine(name, ["routes", i, "together", j]);
      if (together.indexOf(name) !== j) complain(["routes", i, "together", j], `"${name}" stands twice in this order.`);
    });
  });
  /** Pictures called by a name: known, and one for each word in order. */
  const drawn = (name: string | undefined, words: number, path: (string | number)[]): void => {
    if (name === undefined) return;
    const pictures = NAMED_PICTURES.get(name)?.length;
    const at = [...path, "drawing"];
    if (pictures === undefined) {
      complain(
        at,
        `"${name}" is no picture that ships.${named(name, NAMED_PICTURES.keys())} A file may bring its own.`,
      );
    } else if (pictures < words) complain(at, `"${name}" has ${pictures} pictures, and here are ${words} words.`);
  };
  points.forEach((point, i) => {
    claim(point.id, ["points", i, "id"]);
    drawn(point.drawing, point.kind === "measure" ? 1 : point.findings.length, ["points", i]);
    if (point.last && point.stage !== "prove")
      complain(["points", i, "last"], "only what is read as proof comes after the steps of the proof.");
    known(point.when, ["points", i, "when"]);
    inSpine(point.on, ["points", i, "on"], parts);
    anchored(point, ["points", i]);
    if (point.for !== undefined && !decided.has(point.for)) {
      complain(["points", i, "for"], `nothing is decided about "${point.for}".`);
    }
    if (point.kind === "measure" && point.leftAfter.length > 0) {
      point.leftAfter.forEach((entry, j) => inSpine(entry, ["points", i, "leftAfter", j]));
      if (!point.again) complain(["points", i, "leftAfter"], "only what is read again has a place for it.");
    }
    if (point.kind === "measure" && point.placeNames && point.placeNames.length !== point.places) {
      complain(["points", i, "placeNames"], `${point.places} places need as many names.`);
    }
    if (point.kind === "measure" && point.pair && (point.places !== 2 || !point.placeNames)) {
      complain(["points", i, "pair"], "a pair has two places, each with a name.");
    }
    if (point.kind === "measure" && point.difference && !point.pair) {
      complain(["points", i, "difference"], "only of a pair is one told from the other.");
    }
    if (point.kind === "measure" && point.sayCondition && point.conditionWord === undefined) {
      complain(["points", i, "sayCondition"], "a condition that must be said needs its word: conditionWord.");
    }
    if (point.kind === "measure" && point.again && point.stage !== "apart") {
      complain(["points", i, "again"], "only what is read on the way apart is read again at the end, as left.");
    }
  });
  const measured = new Set(points.filter((point) => point.kind === "measure").map((point) => point.id));
  const drawnFrom = (key: string | undefined, path: (string | number)[]): void => {
    if (key !== undefined && figures.get(key)?.kind !== "figure")
      complain(path, `"${key}" is no figure that is known here.${named(key, figures.keys())}`);
  };
  if (procedure.instrument?.kind === "strip") {
    procedure.instrument.places.forEach(({ of, counts, tail }, i) => {
      known(tail, ["instrument", "places", i, "tail"]);
      inSpine(of, ["instrument", "places", i, "of"]);
      drawnFrom(counts?.figure, ["instrument", "places", i, "counts", "figure"]);
    });
    known(procedure.instrument.tails, ["instrument", "tails"]);
    const { turns } = procedure.instrument;
    if (turns !== undefined && !asked.has(turns.by)) {
      complain(["instrument", "turns", "by"], `"${turns.by}" is no question.${named(turns.by, asked.keys())}`);
    }
  }
  if (procedure.instrument?.kind === "gears") {
    const { plays, belt, ...keys } = procedure.instrument;
    for (const at of ["top", "bottom", "pitch", "centre"] as const) drawnFrom(keys[at], ["instrument", at]);
    plays.forEach(({ of }, i) => {
      if (!measured.has(of)) complain(["instrument", "plays", i, "of"], `"${of}" is no measured point.`);
    });
    known(belt, ["instrument", "belt"]);
  }
  steps.forEach((step, i) => {
    claim(step.id, ["steps", i, "id"]);
    if ("when" in step) known(step.when, ["steps", i, "when"]);
    switch (step.kind) {
      case "do":
        if (step.shows) inSpine(step.shows.entry, ["steps", i, "shows", "entry"]);
        step.temporary.forEach((piece, j) => claim(piece.id, ["steps", i, "temporary", j, "id"]));
        anchored(step, ["steps", i]);
        if (step.seen && new Set(step.seen.map(({ mends }) => mends === undefined)).size < 2)
          complain(["steps", i, "seen"], "something that can be seen is right, and something else says what mends it.");
        if (step.early && step.stage !== "prove") {
          complain(["steps", i, "early"], "only a step of the proof comes before what is read for it.");
        }
        if (step.stage !== "apart" && step.temporary.length > 0) {
          complain(["steps", i, "temporary"], "what is put on for the time of the work is put on while going apart.");
        }
        return;
      case "verify": {
        anchored(step, ["steps", i]);
        const { expect } = step;
        if (expect.by === "count") known(expect.judged, ["steps", i, "expect", "judged"]);
        if (expect.by === "word") drawn(expect.drawing, expect.ways.length, ["steps", i, "expect"]);
        if (expect.by === "machine")
          drawn(expect.drawing, figures.get(expect.key)?.words?.length ?? 0, ["steps", i, "expect"]);
        if (expect.by === "word" && !expect.ways.some(({ word }) => word === expect.right)) {
          const words = expect.ways.map(({ word }) => word).join(", ");
          complain(["steps", i, "expect", "right"], `"${expect.right}" is none of its ways: ${words}.`);
        }
        if (expect.by === "machine" && !figures.get(expect.key)?.words) {
          complain(["steps", i, "expect", "key"], `"${expect.key}" is nothing that a machine's configuration says.`);
        }
        if (expect.by !== "tail") return;
        for (const name of ["side", "seenFrom"] as const) {
          const words = name === "side" ? ["left", "right"] : ["outboard", "inboard"];
          const ways = asked.get(expect[name])?.ways.map((way) => way.word) ?? [];
          if (ways.length === 0 || ways.some((way) => !words.includes(way))) {
            complain(
              ["steps", i, "expect", name],
              `"${expect[name]}" is no question answered with ${words.join(" or ")}.`,
            );
          }
        }
        return;
      }
      case "adjust":
        anchored(step, ["steps", i]);
        computes(step.setBy, ["steps", i, "setBy"]);
        drawn(step.drawing, 1, ["steps", i]);
        return;
      case "wait":
        inSpine(step.before, ["steps", i, "before"]);
        if (step.for !== undefined && !decided.has(step.for))
          complain(["steps", i, "for"], `nothing is decided about "${step.for}".`);
        if (!asked.get(step.minutesBy)?.ways.every((way) => way.minutes !== undefined)) {
          complain(["steps", i, "minutesBy"], `"${step.minutesBy}" is no question whose every answer gives minutes.`);
        }
        return;
      case "compute":
        if (step.calculator === "clutch.stack") {
          if (entries.get(step.pack)?.kind !== "pack") {
            complain(["steps", i, "pack"], `"${step.pack}" is no pack of the spine.`);
          }
          step.thickness.forEach((name, j) => {
            if (!measured.has(name)) complain(["steps", i, "thickness", j], `"${name}" is no measured point.`);
          });
        } else anchored(step, ["steps", i]);
        if (step.calculator === "track.lugs" && step.clearances !== undefined && !measured.has(step.clearances))
          complain(["steps", i, "clearances"], `"${step.clearances}" is no measured point.`);
        if (
          step.calculator === "case.backoff" &&
          !asked.get(step.turnsBy)?.ways.every((way) => way.turns !== undefined)
        ) {
          complain(["steps", i, "turnsBy"], `"${step.turnsBy}" is no question whose every answer says how many turns.`);
        }
    }
  });
  for (const { path, key, kinds } of figuresAsked(procedure)) {
    const figure = figures.get(key);
    if (!figure) complain(path, `"${key}" is no figure that is known here.${named(key, figures.keys())}`);
    else if (!kinds.includes(figure.kind)) {
      complain(path, `"${key}" is a ${figure.kind}; here a ${kinds.join(" or ")} is needed.`);
    }
  }
  procedure.release.rechecks.forEach(({ when }, i) => known(when, ["release", "rechecks", i, "when"]));
  procedure.release.remembers.forEach(({ figure, word, when }, i) => {
    known(when, ["release", "remembers", i, "when"]);
    if (!figures.get(figure)?.words?.includes(word))
      complain(["release", "remembers", i, "word"], `"${word}" is no word of the figure "${figure}".`);
  });
  const tasks = tasksIn(procedure);
  questions.forEach((question, i) => {
    claim(question.id, ["questions", i, "id"]);
    drawn(question.drawing, question.ways.length, ["questions", i]);
    known(question.when, ["questions", i, "when"]);
    if (question.lays !== undefined && asked.get(question.lays)?.kind !== "estimate") {
      complain(["questions", i, "lays"], `"${question.lays}" is no estimate.${named(question.lays, asked.keys())}`);
    }
    if (!tasks.has(question.at)) {
      complain(["questions", i, "at"], `"${question.at}" is no task of this procedure.${named(question.at, tasks)}`);
    }
    const words = question.ways.map((way) => way.word);
    if (new Set(words).size < words.length) complain(["questions", i, "ways"], "an answer is offered twice.");
    if (question.preset !== undefined && !words.includes(question.preset)) {
      complain(["questions", i, "preset"], `"${question.preset}" is none of its answers: ${words.join(", ")}.`);
    }
    if (question.kind === "school" && question.preset === undefined) {
      complain(["questions", i, "preset"], "a school needs the way a shop goes by until it says otherwise.");
    }
    question.ways.forEach((way, j) => {
      if (way.aboard && !inStores.has(way.aboard.part)) {
        complain(
          ["questions", i, "ways", j, "aboard", "part"],
          `no part "${way.aboard.part}" that stores know by a role.`,
        );
      }
      way.proposes.forEach(({ part }, k) => {
        if (!decided.has(part)) {
          complain(["questions", i, "ways", j, "proposes", k, "part"], `nothing is decided about "${part}".`);
        }
      });
      way.against.forEach(({ when }, k) => known(when, ["questions", i, "ways", j, "against", k, "when"]));
      way.proposes.forEach(({ when }, k) => known(when, ["questions", i, "ways", j, "proposes", k, "when"]));
      known(way.recheck?.when, ["questions", i, "ways", j, "recheck", "when"]);
      if ((way.cost !== undefined) !== (question.kind === "estimate")) {
        complain(
          ["questions", i, "ways", j, "cost"],
          "every way of an estimate has its cost, and no other question has.",
        );
      }
    });
  });
  const round = questionRound(procedure);
  if (round) {
    const at = questions.findIndex((q) => q.id === round[0]);
    complain(
      ["questions", at, "when"],
      `these wait for each other for ever: ${round.join(" → ")}. Ask one without condition.`,
    );
  }
  gates.forEach((gate, i) => {
    claim(gate.id, ["gates", i, "id"]);
    known(gate.when, ["gates", i, "when"]);
    known(gate.needs, ["gates", i, "needs"], true);
    if (!tasks.has(gate.before)) {
      complain(["gates", i, "before"], `"${gate.before}" is no task of this procedure.${named(gate.before, tasks)}`);
    }
  });
  if (identity) {
    const ways = asked.get(identity.question)?.ways.map((way) => way.word);
    if (!ways) complain(["identity", "question"], `"${identity.question}" is no question of this procedure.`);
    for (const word of identity.strangers) {
      if (ways && !ways.includes(word))
        complain(["identity", "strangers"], `"${word}" is no answer to "${identity.question}".`);
    }
  }
  return issues;
}
