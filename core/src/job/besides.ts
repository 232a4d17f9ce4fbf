import type { Answer } from "../calculator/index.ts";
import { KINDS, quantityParse, UNITS } from "../quantity/index.ts";
import { no, yes } from "../task/answers.ts";
import { inTray, trayOf } from "../task/count/tray.ts";
import type { Bench } from "./bench.ts";
import type { Body, BodyOf, DraftOf } from "./events.ts";
import type { JobState } from "./fold.ts";

/** What wears and is not asked for by any procedure, as a technician may read it besides. By what the works are for. */
const BLANKS: readonly { of: readonly string[]; names: readonly string[] }[] = [
  {
    of: ["sled", "chain-case", "belt-case", "variable-drive"],
    names: [
      ...["Drive belt, outside length", "Sheave, width between its faces", "Track over ten pitches"],
      ...[
        "Driver, across its lugs",
        "Wheel of the skid, across",
        "Cross shaft, across",
        "Bush of a cross shaft, inside",
      ],
      ...["Runner, left", "Runner, right", "Carbide, left", "Carbide, right"],
    ],
  },
];
const ON_ANY = ["Brake disc, thickness", "Brake disc, out of true", "Brake pad, its lining", "Seat bore of a bearing"];

/** What may be read besides on a machine: blanks, each with a name. Own words are as good. */
export const blanksFor = (builds: readonly string[]): string[] => [
  ...BLANKS.flatMap(({ of, names }) => (of.some((build) => builds.includes(build)) ? names : [])),
  ...ON_ANY,
];

type ReadBesides = Pick<BodyOf<"read_besides">, "value" | "unit" | "valueInBase" | "base" | "how">;

/** A reading with its unit, then with what it was taken: "1120 mm, tape". */
export function readBesides(text: string): Answer<ReadBesides> {
  const [, reading = "", how = ""] = /^([^,;]+)(?:[,;]\s*(.*))?$/.exec(text) ?? [];
  for (const kind of KINDS) {
    const base = UNITS.find((unit) => unit.kind === kind && unit.factor === 1 && unit.offset === 0);
    if (!base || !/[a-z"'″′°µμ]/i.test(reading)) continue;
    const read = quantityParse({ text: reading, kind, unit: base.name });
    if (!read.ok) continue;
    const { value, unit, valueInBase } = read.value;
    return { ok: true, value: { value, unit, valueInBase, base: base.name, how } };
  }
  return no("unit", "text", `${text}: type the reading with its unit, then with what it was taken: 41.5 mm, caliper.`);
}

export function acceptBesides(draft: DraftOf<"read_besides">): Answer<Body> {
  const read = readBesides(draft.text);
  return read.ok ? yes({ ...draft, ...read.value }) : read;
}

/** So many of one thing go back in as came out. */
export function acceptBack(bench: Bench, state: JobState, draft: DraftOf<"piece_back">): Answer<Body> {
  const line = trayOf(bench, state).find(({ laid }) => laid === draft.event);
  if (!line) return no("unsupported", "event", "That is not in the tray: what came out is laid down first.");
  const left = inTray(line);
  if (draft.count > left)
    return no("range", "count", `${left} of ${line.name.toLowerCase()} in the tray; ${draft.count} cannot go back.`);
  return yes({ ...draft, name: line.name });
}
