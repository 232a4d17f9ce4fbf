export { figureEntered, type FigureTyped, figureTypedSchema, specWords } from "./enter.ts";
export {
  configOf,
  FIGURE_FORMAT,
  keptSpec,
  limitOf,
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
