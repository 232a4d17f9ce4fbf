export { countKeys, entryOf, itemName, partOf, partsOf, pointOf } from "./parts.ts";
export {
  type ComputeStep,
  type DecisionWord,
  DECISIONS,
  type Entry,
  type FastenerEntry,
  type InspectPoint,
  type MeasurePoint,
  type PackEntry,
  type Part,
  type Point,
  type Procedure,
  procedureSchema,
  type Step,
} from "./schema.ts";
