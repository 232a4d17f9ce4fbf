import { calculators } from "@averin/core";
import starting from "../../../demo/workings.json";

export type Texts = Readonly<Record<string, string>>;

export type Group = {
  id: string;
  title: string;
  calculators: readonly string[];
  /** Fields that mean the same in every calculator of the group, typed once. */
  shared: readonly string[];
};

/** As the work goes, not as the code is filed. */
export const GROUPS: readonly Group[] = [
  { id: "convert", title: "Convert", calculators: ["quantity.convert", "quantity.parse"], shared: [] },
  {
    id: "chain",
    title: "Chain",
    calculators: ["chain.slack", "chain.regear", "chain.length", "chain.ratio", "chain.stretch", "chain.spline"],
    shared: ["frontTeeth", "rearTeeth", "pitchMm", "centreMm"],
  },
  {
    id: "clutch",
    title: "Clutch",
    calculators: ["clutch.stack", "clutch.pick", "clutch.capacity"],
    shared: ["heightMm.min", "heightMm.max", "heightMm.target"],
  },
  {
    id: "case",
    title: "Case and belt",
    calculators: ["case.freeplay", "case.growth", "case.backoff"],
    shared: ["topTeeth", "bottomTeeth", "pitchMm", "links", "centreMm"],
  },
  {
    id: "track",
    title: "Track",
    calculators: ["track.tension", "track.align", "track.speed", "track.lugs"],
    shared: [],
  },
  { id: "axle", title: "Axle", calculators: ["axle.band", "axle.grease", "axle.backlash", "axle.vent"], shared: [] },
  {
    id: "bearing",
    title: "Bearing",
    calculators: [
      "bearing.decode",
      "bearing.find",
      "bearing.fit",
      "bearing.clearance",
      "bearing.mount",
      "bearing.life",
    ],
    shared: ["boreMm"],
  },
  {
    id: "fastener",
    title: "Fastener",
    calculators: [
      "fastener.wrench",
      "fastener.adapter",
      "fastener.preload",
      "fastener.stress",
      "fastener.sequence",
      "fastener.castle",
    ],
    shared: ["targetNm"],
  },
  {
    id: "judge",
    title: "Judge a reading",
    calculators: ["metrology.judge"],
    shared: [],
  },
  { id: "wear", title: "Wear and life", calculators: ["wear.project", "wear.weibull"], shared: [] },
  { id: "money", title: "Money", calculators: ["cost.compare", "cost.payback"], shared: ["labourRate"] },
  { id: "season", title: "Season", calculators: ["season.due"], shared: [] },
];

/** Words for what is worked out, in place of the calculator's name. */
export const TITLES: Readonly<Record<string, string>> = {
  "chain.slack": "Slack over the travel",
  "chain.regear": "Other teeth, same chain",
  "chain.length": "Length and axle place",
  "chain.ratio": "Ratio and speed",
  "chain.stretch": "Stretch",
  "chain.spline": "Splines compared",
  "clutch.stack": "Stack",
  "clutch.pick": "Pick from measured plates",
  "clutch.capacity": "Capacity",
  "case.freeplay": "Free play",
  "case.growth": "Cold and hot",
  "case.backoff": "Back-off",
  "track.tension": "Next turns",
  "track.align": "Alignment",
  "track.speed": "Speed",
  "track.lugs": "Lugs and studs",
  "axle.band": "Band tail",
  "axle.grease": "Grease",
  "axle.backlash": "Play",
  "axle.vent": "Venting",
  "bearing.decode": "Designation",
  "bearing.find": "From its dimensions",
  "bearing.fit": "Fit",
  "bearing.clearance": "Clearance",
  "bearing.mount": "Heat to mount",
  "bearing.life": "Life",
  "fastener.wrench": "Which wrench",
  "fastener.adapter": "Adapter",
  "fastener.preload": "Preload",
  "fastener.stress": "Proof load",
  "fastener.sequence": "Order",
  "fastener.castle": "Castle nut",
  "metrology.judge": "Verdict",
  "quantity.parse": "What a line means",
  "quantity.convert": "Convert",
  "wear.project": "When the limit comes",
  "wear.weibull": "Life of a position",
  "cost.compare": "Ways side by side",
  "cost.payback": "A tool against the jobs it saves",
  "season.due": "Due and order by",
};

export const groupById = (id: string): Group | undefined => GROUPS.find((group) => group.id === id);

/** What the shop has of its own: its wrenches, and what an hour of work costs. */
export type Own = { wrenches: readonly { name: string; minNm: number; maxNm: number }[]; perHour: string | null };

const WRENCHES = "fastener.wrench.wrenches";

/** What a group starts with: the shop's own where it has it, else invented figures, overwritten by whatever is typed. */
export function startingTexts(group: Group, { wrenches, perHour }: Own): Texts {
  const invented = (starting as unknown as Record<string, Texts>)[group.id] ?? {};
  const own = wrenches.flatMap(({ name, minNm, maxNm }, i): [string, string][] => [
    [`${WRENCHES}.${i}.id`, name],
    [`${WRENCHES}.${i}.minNm`, String(minNm)],
    [`${WRENCHES}.${i}.maxNm`, String(maxNm)],
  ]);
  const rest = Object.entries(invented).filter(([key]) => own.length === 0 || !key.startsWith(`${WRENCHES}.`));
  const rate: [string, string][] = perHour === null ? [] : [["labourRate", perHour]];
  return Object.fromEntries([...rest, ...(group.id === "fastener" ? own : []), ...(group.id === "money" ? rate : [])]);
}

export function calculatorCalled(name: string) {
  const calculator = calculators.get(name);
  if (calculator === undefined) throw new Error(`no calculator ${name}`);
  return calculator;
}
