import type { Spec } from "./spec.ts";

/**
 * A figure that procedures ask for: what it is called, which kind of figure it is, and the unit it is kept in. Of a word
 * the list that it comes from; without one it is told as it stands and decides nothing.
 */
export type KnownFigure = { label: string; kind: Spec["kind"]; unit: string; words?: readonly string[] };

const known = (kind: Spec["kind"], unit: string, labels: Readonly<Record<string, string>>): [string, KnownFigure][] =>
  Object.entries(labels).map(([key, label]) => [key, { label, kind, unit }]);

const word = (key: string, label: string, ...words: string[]): [string, KnownFigure] => [
  key,
  { label, kind: "word", unit: "", words },
];

const told = (labels: Readonly<Record<string, string>>): [string, KnownFigure][] => known("word", "", labels);

/** What a figure may be at the least and at the most, in the unit it is kept in. */
export type Believable = { least: number; most: number };

/** More of one part than this are in no assembly here: places are numbered and pulled in patterns up to it. */
export const MOST_COUNT = 60;
/** More plates of a kind than this are in no pack. Common practice, no source. */
const MOST_PLATES = 30;

/** By unit: far wider than any machine, so that a slip of the pen is told and nothing real is refused. No source. */
const BELIEVABLE: Readonly<Record<string, Believable>> = {
  mm: { least: 0.001, most: 20_000 },
  "N·m": { least: 0.1, most: 3_000 },
  "N.m": { least: 0.1, most: 3_000 },
  "N/mm": { least: 0.01, most: 10_000 },
  kPa: { least: 1, most: 2_000 },
  mL: { least: 1, most: 100_000 },
  kg: { least: 0.01, most: 1_000 },
  deg: { least: -180, most: 180 },
  h: { least: 0.1, most: 1_000_000 },
  "1/min": { least: 1, most: 100_000 },
  "1": { least: 0.001, most: 10_000 },
};
/** Where a figure may lie on either side of nothing, or is bounded by what is counted. */
const OWN: Readonly<Record<string, Believable>> = {
  "sprocket-x": { least: -2_000, most: 2_000 },
  "sprocket-y": { least: -2_000, most: 2_000 },
  "running-height": { least: -100, most: 100 },
  "clutch-offset": { least: -500, most: 500 },
  "friction-count": { least: 1, most: MOST_PLATES },
  "steel-count": { least: 1, most: MOST_PLATES },
  "front-teeth": { least: 5, most: 200 },
  "rear-teeth": { least: 5, most: 200 },
  "case-top-teeth": { least: 5, most: 200 },
  "case-bottom-teeth": { least: 5, most: 200 },
  "case-links": { least: 10, most: 400 },
};

/** What a known figure may be: its own bounds, or those of its unit. */
export function believable(key: string, { kind, unit }: KnownFigure): Believable {
  if (kind === "count") return OWN[key] ?? { least: 1, most: MOST_COUNT };
  return OWN[key] ?? BELIEVABLE[unit] ?? { least: -1e9, most: 1e9 };
}

/** Every figure that a procedure may ask for, by its key. A procedure that asks for another is refused. */
export const KNOWN_FIGURES: ReadonlyMap<string, KnownFigure> = new Map([
  word("drive-case", "Drive in the case", "chain in oil", "toothed belt"),
  word("tensioner", "Tensioner of the case", "screw", "ratchet"),
  word("oil-level-by", "Oil level is read by", "sight window", "level plug", "stick"),
  word("reverse", "Reverse", "none", "mechanical", "electronic"),
  word("shaft-drive", "Jackshaft is driven by", "variable belt", "chain from the bike"),
  word("neutral", "Neutral", "none", "fitted"),
  word("stroke", "Engine", "two-stroke", "four-stroke"),
  word("brake-place", "Brake disc sits on", "jackshaft", "drive shaft"),
  word("shaft-exit", "Drive shaft comes out", "on the case side", "on the clutch side"),
  word("hardware", "Hardware", "metric", "inch"),
  word("skid-type", "Skid", "coupled", "uncoupled"),
  word("housings", "Shaft bearing housings", "single", "dual"),
  ...told({
    "bearing-case-type": "Bearing, case side",
    "bearing-clutch-type": "Bearing, clutch side",
    "bearing-jack-case-type": "Jackshaft bearing, case side",
    "bearing-jack-clutch-type": "Jackshaft bearing, clutch side",
    "case-oil-fresh": "Oil of the case when fresh",
    "lift-at": "Lifted at",
    "lift-never": "Never lifted at",
  }),
  ...known("limit", "mm", {
    "adjuster-at": "Track adjusters, thread standing out",
    "basket-notch": "Basket finger notches",
    "belt-deflection": "Drive belt deflection",
    "belt-play-cold": "Toothed belt play, cold",
    "belt-play-hot": "Toothed belt play, hot",
    "belt-width": "Drive belt width",
    "case-chain-10": "Chain of the case, 10 pitches",
    "case-play": "Chain of the case, free play",
    "clutch-centre": "Clutches, centre to centre",
    "clutch-offset": "Clutches, offset",
    "disc-clearance": "Brake disc to tunnel, least gap",
    "disc-runout": "Brake disc run-out",
    "disc-thickness": "Brake disc thickness",
    "gap-difference": "Track gaps, left against right",
    "hole-front": "Front skid holes from the fixed point",
    "hole-rear": "Rear skid holes from the fixed point",
    "pad-thickness": "Brake pad thickness",
    "running-height": "Drive belt above the rim",
    "shoe-thickness": "Tensioner shoe thickness",
    "slide-left": "Slide above its line",
    "track-clearance": "Track to tunnel, least gap",
    "track-sag": "Track sag",
    "chain-20": "Chain, 20 pitches",
    "chain-slack-stand": "Chain slack, on the stand",
    "disc-height": "Disc spring free height",
    "friction-thickness": "Friction plate thickness",
    "joint-play": "Turning play at the cup",
    "joint-play-out": "Turning play, outboard joint",
    "lever-play": "Free play at the lever",
    "mark-difference": "Axle marks, left against right",
    "plate-width": "Width over the link's plates",
    "rim-hop": "Rim, up and down",
    "rim-side": "Rim, sideways",
    "rivet-flare": "Rivet flare",
    "shaft-length": "Shaft length, pushed together",
    "spline-play": "Front sprocket play at the tooth tip",
    "spring-length": "Spring free length",
    "steel-thickness": "Steel plate thickness",
    "steel-warp": "Steel plate warp",
  }),
  ...known("limit", "kPa", { "tire-front": "Front tire, cold", "tire-rear": "Rear tire, cold" }),
  ...known("limit", "mL", { "case-oil": "Oil of the case" }),
  ...known("figure", "kg", { "belt-push": "Push on the drive belt", "sag-load": "Load on the track" }),
  ...known("height", "mm", { "stack-height": "Stack height" }),
  ...known("torque", "N·m", {
    "arm-bolt-torque": "Arm bolts",
    "axle-bolt-torque": "Rear axle bolts",
    "bracket-bolt-torque": "Bracket bolts",
    "bottom-gear-torque": "Bottom gear nut",
    "case-drain-torque": "Drain plug of the case",
    "case-lock-torque": "Adjuster lock nut of the case",
    "case-screw-torque": "Case cover screws",
    "hub-screw-torque": "Hub screws of the top pulley",
    "retainer-torque": "Bearing retainer screws",
    "skid-bolt-torque": "Skid bolts",
    "top-gear-torque": "Top gear bolt",
    "axle-nut-torque": "Axle nut",
    "ball-joint-torque": "Ball-joint nut",
    "caliper-bolt-torque": "Caliper bolts",
    "cover-bolt-torque": "Cover bolts",
    "front-axle-torque": "Front axle",
    "guard-bolt-torque": "Sprocket cover bolts",
    "holder-bolt-torque": "Spring holder bolts",
    "hub-nut-torque": "Hub nut",
    "pinch-bolt-torque": "Pinch bolts",
    "plate-bolt-torque": "Pressure-plate bolts",
    "rear-axle-torque": "Rear axle nut",
    "rear-bolt-torque": "Rear sprocket bolts",
    "shaft-nut-torque": "Countershaft nut",
    "shock-bolt-torque": "Lower shock bolt",
    "wheel-nut-torque": "Wheel nuts",
  }),
  ...known("count", "", {
    "bracket-bolt-count": "Bracket bolts",
    "case-screw-count": "Case cover screws",
    "cover-bolt-count": "Cover bolts",
    "grease-point-count": "Grease points with caps",
    "pipe-spring-count": "Pipe springs",
    "friction-count": "Friction plates",
    "guard-bolt-count": "Sprocket cover bolts",
    "holder-bolt-count": "Spring holder bolts",
    "plate-bolt-count": "Pressure-plate bolts",
    "retainer-screw-count": "Bearing retainer screws",
    "rear-bolt-count": "Rear sprocket bolts",
    "spring-count": "Clutch springs",
    "steel-count": "Steel plates",
    "wheel-nut-count": "Wheel nuts",
  }),
  ...known("places", "", { "cover-bolt-places": "Cover bolts, where each sits" }),
  ...known("figure", "mm", {
    "adjuster-pitch": "Thread pitch of the case adjuster",
    "case-centre": "Shafts of the case, apart",
    "case-pitch": "Pitch in the case",
    "template-tolerance": "Printed rule, at most off by",
    "track-pitch": "Track pitch",
    "chain-centre": "Output sprocket to axle, mid slot",
    "chain-pitch": "Chain pitch",
    "lining-inner": "Lining inner diameter",
    "lining-outer": "Lining outer diameter",
    "slack-remains": "Slack that remains at the tightest",
    "slack-tolerance": "Slack to set, plus or minus",
    "slot-from": "Axle slot, foremost",
    "slot-to": "Axle slot, rearmost",
    "spline-clearance": "Play of a new sprocket on its splines, at most",
    "spring-installed": "Spring length at standard height",
    "sprocket-x": "Output sprocket ahead of the pivot",
    "sprocket-y": "Output sprocket above the pivot",
    "swing-arm": "Swing arm, pivot to axle",
    "tire-round": "Rear tire, once round",
  }),
  ...known("figure", "deg", {
    "arm-from": "Swing-arm angle, hanging",
    "arm-rest": "Swing-arm angle on the stand",
    "arm-to": "Swing-arm angle, fully up",
  }),
  ...known("figure", "h", {
    "boot-life": "Expected life, boots",
    "joint-life": "Expected life, joint",
    "light-sprocket-life": "Expected life, light rear sprocket",
    "steel-sprocket-life": "Expected life, steel rear sprocket",
    "whole-shaft-life": "Expected life, whole shaft",
  }),
  ...known("figure", "1", {
    "boot-in-ribs": "Ribs of the inboard boot",
    "boot-out-ribs": "Ribs of the outboard boot",
    "front-teeth": "Front teeth",
    "lining-friction": "Friction of the linings in oil",
    "primary-ratio": "Primary ratio",
    "rear-teeth": "Rear teeth",
    "top-ratio": "Top gear ratio",
    "case-bottom-teeth": "Bottom gear teeth",
    "case-links": "Links of the chain in the case",
    "case-top-teeth": "Top gear teeth",
  }),
  ...known("figure", "1/min", { "peak-speed": "Engine speed at peak power" }),
  ...known("figure", "N.m", { "engine-torque": "Engine torque, largest" }),
  ...known("figure", "N/mm", { "spring-rate": "Spring rate" }),
]);
