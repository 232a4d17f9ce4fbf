import { z } from "zod";
import type { At, Database } from "../database.ts";

/** What a machine is, as the counter asks it, with the builds that one of its kind may have. */
export const machineKindSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(80),
  builds: z.array(z.string().min(1).max(60)).min(1),
});
export type MachineKind = z.infer<typeof machineKindSchema>;

/** Under which name the shop keeps them. */
export const MACHINE_KINDS = "machine-kinds";

/** The kinds of machine there are; a build that stands in none is offered for every one. */
export async function machineKindsOf(db: Database, transaction: At): Promise<MachineKind[]> {
  const row = await db.settings.findByPk(MACHINE_KINDS, { transaction });
  const kinds = z.array(machineKindSchema).parse(row?.get("body") ?? []);
  const named = new Set(kinds.flatMap(({ builds }) => builds));
  const offered = await db.procedures.findAll({ attributes: ["build"], where: { offered: true }, transaction });
  const others = [...new Set(offered.map((one) => one.get("build") as string))].filter((build) => !named.has(build));
  return kinds.map((kind) => ({ ...kind, builds: [...kind.builds, ...others] }));
}
