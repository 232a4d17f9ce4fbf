export {
  limitOf,
  type PlacesSpec,
  type Source,
  sourceLine,
  sourceSchema,
  SOURCE_GRADES,
  type Spec,
  specSchema,
  type TorqueSpec,
} from "./spec.ts";
