export { figureEntered, type FigureTyped, figureTypedSchema, specWords, torqueWords, percentIn } from "./enter.ts";
export {
  configOf,
  FIGURE_FORMAT,
  keptSpec,
  limitOf,
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
