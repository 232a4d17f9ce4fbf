export {
  ABOUT_FRACTION,
  AT_LIMIT,
  type AtLimit,
  COVERAGE,
  type GaugeFigures,
  gaugeFiguresSchema,
  type Limit,
  limitSchema,
  metrologyJudge,
  NEAR_FRACTION,
  type Verdict,
  VERDICTS,
} from "./judge.ts";
