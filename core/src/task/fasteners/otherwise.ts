import { type Answer, atLeast, atMost } from "../../calculator/index.ts";
import { activeSpine } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, BodyOf, Draft, DraftOf } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import { ranges } from "../../job/task.ts";
import type { FastenerEntry } from "../../procedure/index.ts";
import { quantityParse } from "../../quantity/index.ts";
import { no, refused, yes } from "../answers.ts";
import { taskId } from "../ids.ts";
import type { Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import type { SlotOf } from "../lines.ts";
import type { Tightened } from "./lines.ts";
import {
  bandOf,
  dialNm,
  factorOf,
  gapWords,
  multipliedWords,
  passesOf,
  pullsOf,
  torqueSpecAt,
  wrenchFor,
} from "./torque.ts";

/** "90 deg", "90°", with what it was snugged to before: "20 N·m + 90 deg". */
const ANGLE = /^(?:.+\+\s*)?(\d+(?:[.,]\d+)?)\s*(?:°|deg|degrees?)$/i;
/** "350 leaned": clicked at that, then leaned on. */
const LEANED = /\s*\bleaned(?: on)?$/i;
/** More than two turns after snug is no tightening by angle. */
const MOST_DEG = 720;

/** How a line says that something was tightened otherwise than to its figure, or null. */
function howSaid(line: string, hasFigure: boolean): { how: Tightened; text: string } | null {
  if (ANGLE.test(line)) return { how: "by angle", text: line };
  if (LEANED.test(line)) return { how: "leaned on", text: line.replace(LEANED, "") };
  return hasFigure || line === "" ? null : { how: "no figure", text: line };
}

/** The biggest torque that the shop can set, and with which wrench. */
export const biggest = (bench: Bench) =>
  [...bench.wrenches].sort((a, b) => b.maxNm * factorOf(b) - a.maxNm * factorOf(a))[0] ?? null;

/** The wrench that can be set to what was typed: the one in hand, or else one that sits on the fastener itself. */
function wrenchAt({ wrenches }: Bench, wanted: string | null, nm: number): string | null {
  const able = wrenches.filter(({ minNm, maxNm }) => atLeast(nm, minNm) && atMost(nm, maxNm));
  const plain = able.find(({ multiplier }) => multiplier === null) ?? able[0];
  return (able.find(({ id }) => id === wanted) ?? plain)?.id ?? null;
}

/** What a line means that says it otherwise, for one place or for the rest of its pass; null where it says no such thing. */
export function saidOtherwise(
  line: string,
  typing: Line,
  aim: SlotOf<"pull">,
  by: { entry: FastenerEntry; left: readonly SlotOf<"pull">[] },
): LineAnswer | null {
  const { bench, state } = typing;
  const { entry, left } = by;
  const said = howSaid(line, torqueSpecAt(bench, state, entry, aim.place) !== null);
  if (said === null) return null;
  const { how, text } = said;
  let wrench = how === "leaned on" ? (biggest(bench)?.id ?? null) : null;
  if (how === "no figure") {
    const read = quantityParse({ text, kind: "torque", unit: "N.m" });
    if (!read.ok) return refused(`"${text}" is no torque: type what the wrench was set to, such as 35, or feel.`);
    wrench = wrenchAt(bench, typing.wrench, read.value.valueInBase);
    if (wrench === null) return refused(gapWords(bench.wrenches, Number(read.value.valueInBase.toFixed(1))));
  }
  const set = left.length > 1 ? ({ set: true } as const) : {};
  return {
    kind: "drafts",
    drafts: left.map(({ place, pass }): Draft => ({
      ...{ type: "fastener_tightened", entry: entry.id, place, pass, how, text, wrench },
      ...set,
    })),
  };
}

/** What was tightened otherwise than to its figure: kept as it was done, and judged by none. */
export function acceptOtherwise(
  bench: Bench,
  state: JobState,
  entry: FastenerEntry,
  draft: DraftOf<"fastener_tightened">,
): Answer<Body> {
  const spec = torqueSpecAt(bench, state, entry, draft.place);
  const aimNm = spec && bandOf(spec, passesOf(bench, state, entry)[draft.pass - 1] ?? 100).aimNm;
  if (draft.how === "by angle") {
    const deg = Number(ANGLE.exec(draft.text)?.[1]?.replace(",", ".") ?? NaN);
    if (!(deg > 0 && deg <= MOST_DEG)) {
      return no("range", "text", `Degrees after snug are above 0 and at most ${MOST_DEG}, such as 90 deg.`);
    }
    return yes({ ...draft, deg, valueNm: null, wrench: null, aimNm });
  }
  const wrench = bench.wrenches.find(({ id }) => id === draft.wrench);
  if (!wrench) return no("missing", "wrench", "Enter the wrench first: what clicked, and how far it goes.");
  const read = quantityParse({ text: draft.text, kind: "torque", unit: "N.m" });
  if (!read.ok) return read;
  const dialled = read.value.valueInBase;
  if (!(dialled > 0 && atMost(dialled, wrench.maxNm) && atLeast(dialled, wrench.minNm))) {
    const message = `${wrench.name} is set from ${wrench.minNm} to ${wrench.maxNm} N·m: type what it clicked at.`;
    return no("range", "text", message);
  }
  const valueNm = dialled * factorOf(wrench);
  if (draft.how === "no figure") {
    if (spec) return no("conflict", "how", "A torque is on file by now: pull it to that.");
    return yes({ ...draft, deg: null, valueNm, wrench, aimNm: null });
  }
  if (!spec || aimNm === null) {
    return no(
      "conflict",
      "how",
      `No torque is on file to fall short of: type what it clicked at, such as ${draft.text}.`,
    );
  }
  const { best } = wrenchFor(bench, entry, null, spec);
  if (best) return no("conflict", "how", `${best.name} reaches it: set ${Number(dialNm(best, aimNm).toFixed(1))} N·m.`);
  if (atLeast(valueNm, aimNm)) {
    return no("conflict", "text", `${draft.text} is no less than the ${Number(aimNm.toFixed(1))} N·m of this pass.`);
  }
  return yes({ ...draft, deg: null, valueNm, wrench, aimNm });
}

/** "clicked at 350 N·m, then leaned on". */
export function otherwiseWords({ how, text, valueNm, wrench, aimNm }: BodyOf<"fastener_tightened">): string {
  const nm = valueNm === null ? "" : `${Number(valueNm.toFixed(1))} N·m`;
  const by = wrench ? ` with ${[wrench.name, multipliedWords(wrench)].filter(Boolean).join(", ")}` : "";
  const figure = aimNm === null ? "no figure on file" : `its figure is ${Number(aimNm.toFixed(1))} N·m`;
  switch (how) {
    case "by angle":
      return `tightened by angle, ${text}; ${figure}`;
    case "leaned on":
      return `clicked at ${nm}${by}, then leaned on, not measured; ${figure}`;
    case "no figure":
      return `tightened to ${nm}${by}; ${figure}`;
  }
}

/**
 * Fasteners that were tightened otherwise than to a figure: a lead answers for each way, once for a group. What was leaned
 * on is torqued anew by the day that the lead says.
 */
export function tightenedOtherwise({ bench, state }: Pick<Look, "bench" | "state">): (OpenPoint & { entry: string })[] {
  return activeSpine(bench, state).flatMap((entry) => {
    if (entry.kind !== "fasteners") return [];
    const ways = new Map<string, { places: Set<number>; words: string; how: Tightened }>();
    for (const { place, otherwise } of pullsOf(bench, state, entry)) {
      if (otherwise === null) continue;
      const words = otherwiseWords(otherwise.body);
      const way = ways.get(words) ?? { places: new Set(), words, how: otherwise.body.how };
      way.places.add(place);
      ways.set(words, way);
    }
    return [...ways.values()].map(({ places, words, how }) => ({
      key: `otherwise:${entry.id}:${[...places].join(",")}:${words}`.slice(0, 200),
      group: "torque" as const,
      text: `${entry.one} ${ranges([...places])}: ${words}`,
      task: taskId("torque", entry.id),
      hard: false,
      ...(how === "leaned on" ? { dated: true as const } : {}),
      entry: entry.id,
    }));
  });
}
