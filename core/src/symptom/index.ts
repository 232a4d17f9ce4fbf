export { rankSuspects, type Ranked, type Tally } from "./rank.ts";
export { type Symptom, type SymptomSet, symptomSetSchema, symptomsFor, symptomKey } from "./symptoms.ts";
