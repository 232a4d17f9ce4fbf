export {
  apartFromRules,
  figureEntered,
  type FigureTyped,
  figureTypedSchema,
  PASSES_LIKE,
  passesIn,
  specWords,
  torqueWords,
  percentIn,
  SERIALS_LIKE,
  YEARS_LIKE,
} from "./enter.ts";
export { specsAt, withKeysAt } from "./at.ts";
export { apartWords, numberOf, percentWords } from "./apart.ts";
export { weaknessesOf, weaknessIn } from "./weakness.ts";
export { buildsKnown } from "./build.ts";
export { itsName, namesIn, namesWords } from "./names.ts";
export { canStandBeside, type Scope, scopeOf } from "./scope.ts";
export { type HoldsFor, rangeWords, serialsIn, yearsIn } from "./holdsFor.ts";
export {
  configOf,
  holdsHere,
  FIGURE_FORMAT,
  keptSpec,
  limitOf,
  onlyWords,
  type LimitRules,
  withRules,
  specsOfBuild,
  type PlacesSpec,
  readFigure,
  type Source,
  sourceLine,
  sourceSchema,
  SOURCE_GRADES,
  type Spec,
  specSchema,
  type TorqueSpec,
} from "./spec.ts";
