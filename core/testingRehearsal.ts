import { shippedBodies } from "./testingProcedures.ts";
import { rehearse } from "./src/job/index.ts";
import { procedureSchema } from "./src/procedure/index.ts";

/** The procedures with the most ways to work them. */
const LONG = ["track-replacement", "shaft-bearings"];
/** Only against hanging, in ms: far above ten times what the longest takes on a quiet machine. */
const HANGS_MS = 1_800_000;

/** For tests: shipped procedures worked through in every way; the long ones or all the others. */
export function rehearseShipped(which: "long" | "quick"): void {
  const shipped = shippedBodies.map(([, body]) => procedureSchema.parse(body));
  const chosen = shipped.filter(({ id }) => LONG.includes(id) === (which === "long"));
  test.each(chosen.map((p) => [p.id, p] as const))(
    "%s is worked through in every way its questions allow, and always comes to its release",
    (_, procedure) => {
      const { faults, walks, lines } = rehearse(procedure);
      expect(faults).toEqual([]);
      expect(walks).toBeGreaterThan(procedure.questions.length);
      expect(lines).toBeGreaterThan(walks * procedure.spine.length * 2);
    },
    HANGS_MS,
  );
}
