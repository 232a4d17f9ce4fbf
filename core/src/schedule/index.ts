export { type JobAtHand, nextAcross, spanWords, type Waits, waitsFor } from "./next.ts";
