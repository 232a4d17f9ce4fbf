import { broken, orderRules } from "./testingOrder.ts";
import { plantedStops } from "./testingStops.ts";
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
      const rules = orderRules.filter((rule) => rule.in.includes(procedure.id));
      const met = new Set<string>();
      const stops = plantedStops();
      const { faults, walks, lines } = rehearse(
        procedure,
        (tasks) => {
          for (const task of tasks) met.add(task);
          const wrong = rules
            .map((rule) => ({ at: rule.then, message: broken(rule, tasks) }))
            .find((one) => one.message);
          return wrong?.message ? { at: wrong.at, message: wrong.message } : null;
        },
        stops.meets,
      );
      expect(faults).toEqual([]);
      // What sets something going was met in some walk, with every stop planted before it.
      const going = [...procedure.steps, ...procedure.points].filter((row) => "setsGoing" in row && row.setsGoing);
      expect(going.map(({ id }) => id).filter((id) => !stops.met.has(id))).toEqual([]);
      // A rule about what never comes holds of nothing.
      expect(rules.flatMap(({ first, then }) => [first, then]).filter((task) => !met.has(task))).toEqual([]);
      expect(walks).toBeGreaterThan(procedure.questions.length);
      // What comes off goes back in; on a walk round a machine nothing does.
      const worked = procedure.spine.filter((entry) => !(entry.kind === "part" && entry.stays === true));
      expect(lines).toBeGreaterThan(walks * Math.max(1, worked.length) * 2);
    },
    HANGS_MS,
  );
}
