import { type GaugeKind, ToolsScreen } from "@/features/tools/ToolsScreen";
import { requireActor } from "@/server/page";
import { proceduresFor } from "@/server/procedures/read";
import { stepToolsNoted, toolsKept } from "@/server/tools/read";
import { dayOf } from "@/ui/times";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function ToolsPage() {
  const { db, actor } = await requireActor();
  const asked = new Map<string, GaugeKind>();
  const procedures = await proceduresFor(db, "any", null);
  const titles = new Map(procedures.map(({ procedure }) => [procedure.id, procedure.title]));
  const steps = (await stepToolsNoted(db)).map(({ procedure, ...tool }) => ({
    ...tool,
    where: titles.get(procedure) ?? procedure,
  }));
  for (const { procedure } of procedures) {
    for (const row of [...procedure.points, ...procedure.steps]) {
      if (row.kind === "measure" || row.kind === "adjust") {
        asked.set(row.gauge, { kind: row.gauge, quantity: row.quantity });
      }
    }
  }
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Gauges and wrenches</h1>
      </TopRule>
      <main className="mx-auto max-w-[980px] p-5">
        <ToolsScreen
          {...await toolsKept(db)}
          kinds={[...asked.values()].sort((a, b) => a.kind.localeCompare(b.kind))}
          steps={steps}
          today={dayOf(new Date())}
        />
      </main>
    </>
  );
}
