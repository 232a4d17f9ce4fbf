import { axleBacklash, axleBand, axleGrease, axleVent } from "./axle/index.ts";
import {
  bearingClearance,
  bearingDecode,
  bearingFind,
  bearingFit,
  bearingLife,
  bearingMount,
} from "./bearing/index.ts";
import type { Calculator } from "./calculator/index.ts";
import { caseBackoff, caseFreeplay, caseGrowth } from "./case/index.ts";
import { chainLength, chainRatio, chainRegear, chainSlack, chainSpline, chainStretch } from "./chain/index.ts";
import { clutchCapacity, clutchPick, clutchStack } from "./clutch/index.ts";
import { costCompare, costPayback } from "./cost/index.ts";
import {
  fastenerAdapter,
  fastenerCastle,
  fastenerPreload,
  fastenerSequence,
  fastenerStress,
  fastenerWrench,
} from "./fastener/index.ts";
import { metrologyJudge } from "./metrology/index.ts";
import { quantityConvert, quantityParse } from "./quantity/index.ts";
import { seasonDue } from "./season/index.ts";
import { trackAlign, trackLugs, trackSpeed, trackTension } from "./track/index.ts";
import { wearProject, wearWeibull } from "./wear/index.ts";

const ALL = [
  ...[quantityConvert, quantityParse, metrologyJudge, wearProject, wearWeibull],
  ...[clutchStack, clutchPick, clutchCapacity],
  ...[chainRatio, chainLength, chainRegear, chainStretch, chainSlack, chainSpline],
  ...[caseFreeplay, caseGrowth, caseBackoff],
  ...[trackTension, trackAlign, trackSpeed, trackLugs],
  ...[axleBand, axleGrease, axleBacklash, axleVent],
  ...[bearingDecode, bearingFind, bearingClearance, bearingFit, bearingMount, bearingLife],
  ...[fastenerPreload, fastenerStress, fastenerAdapter, fastenerWrench, fastenerSequence, fastenerCastle],
  ...[costCompare, costPayback, seasonDue],
];

/** Every calculator by its name: the command line and the HTTP route read this list. */
export const calculators: ReadonlyMap<string, Calculator> = new Map(
  ALL.map((calculator) => [calculator.calculator, calculator as unknown as Calculator]),
);
