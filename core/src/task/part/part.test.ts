import { jobAt } from "../../../testingBench.ts";
import { entryOf, lockedWhenOff } from "../../index.ts";

test("what came out locked is kept with its entry, and said so when it goes back; a stray word is refused", () => {
  const job = jobAt("off:plate-bolts");
  const entry = entryOf(job.shop.procedure, "plate-bolts");
  if (!entry) throw new Error("the clutch has plate bolts");
  expect(lockedWhenOff(job.state, entry)).toBeNull();
  const before = job.events.length;
  // That none held it is no word for it: Enter says so.
  for (const line of ["blocked", "no locker", "not locked"]) expect(job.type(line)).toMatch(/^Enter alone confirms/);
  expect(job.events).toHaveLength(before);
  expect(job.type("old locker in it")).toMatch(/off, old locker in it$/);
  expect(lockedWhenOff(job.state, entry)).toBe("old locker in it");
});
