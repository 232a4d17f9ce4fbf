export { HORIZON_YEARS, seasonDue } from "./due.ts";
