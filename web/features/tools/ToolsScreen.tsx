import { type Gauge, isOverdue, mostOf, multipliedWords, type Wrench } from "@averin/core";
import type { ReactNode } from "react";
import { FormKey } from "@/ui/FormKey";
import { PostKey } from "@/ui/PostKey";
import { Told, type ToldLine } from "@/ui/Told";
import { GaugeKey, WrenchKey } from "@/ui/ToolKeys";

/** The kinds of gauge that procedures here ask for, each with what it reads. */
export type GaugeKind = { kind: string; quantity: string };

/** A tool with whether it is put away, and what was done with it last. */
type Kept<One> = { tool: One; putAway: boolean; log: ToldLine[] };

/** Everything the shop measures and pulls with; what is overdue stands out, and what is missing is made here. */
export function ToolsScreen({
  gauges,
  wrenches,
  kinds,
  steps,
  today,
}: {
  gauges: readonly Kept<Gauge>[];
  wrenches: readonly Kept<Wrench>[];
  kinds: readonly GaugeKind[];
  /** What was noted for a step of a model. */
  steps: readonly { id: string; words: string; model: string; where: string; by: string }[];
  /** As a day: 2026-11-29. */
  today: string;
}) {
  return (
    <>
      <section aria-label="Gauges" className="pb-8">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Gauges</h2>
        <ul>
          {gauges.map((gauge) => (
            <Tool key={gauge.tool.id} to={`/api/gauges/${gauge.tool.id}`} kept={gauge} today={today}>
              step {gauge.tool.resolution}, ±{gauge.tool.permissibleError} · read in {gauge.tool.unit}
            </Tool>
          ))}
        </ul>
        <div className="flex flex-wrap items-center gap-2 pt-3">
          <span>Another:</span>
          {kinds.map(({ kind, quantity }) => (
            <GaugeKey key={kind} kind={kind} quantity={quantity} words={kind.replaceAll("-", " ")} />
          ))}
        </div>
      </section>
      <section aria-label="Torque wrenches">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Torque wrenches</h2>
        <ul>
          {wrenches.map((wrench) => (
            <Tool key={wrench.tool.id} to={`/api/wrenches/${wrench.tool.id}`} kept={wrench} today={today}>
              {Number(wrench.tool.minNm.toFixed(1))} to {Number(wrench.tool.maxNm.toFixed(1))} N·m
              {wrench.tool.lengthMm !== null && ` · ${wrench.tool.lengthMm} mm long`}
              {wrench.tool.multiplier !== null &&
                ` · ${multipliedWords(wrench.tool)}: up to ${Math.round(mostOf(wrench.tool))} N·m`}
            </Tool>
          ))}
        </ul>
        <div className="pt-3">
          <WrenchKey words="Another wrench" />
        </div>
      </section>
      <section aria-label="For one step" className="pt-8">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">For one step</h2>
        {steps.length === 0 && (
          <p className="py-2 text-lg text-soft">
            Nothing is noted. A tool that is made or kept for a step is noted at the bench, where it is needed.
          </p>
        )}
        <ul>
          {steps.map(({ id, words, model, where, by }) => (
            <li key={id} className="flex min-h-[56px] flex-wrap items-center gap-3 border-b border-line py-1">
              <strong className="text-lg">{words}</strong>
              <span className="text-soft">
                {model} · {where} · {by}
              </span>
              <span className="ml-auto">
                <PostKey to={`/api/tools/steps/${id}`} body={{ does: "no more" }} words="No more" />
              </span>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

/** One gauge or wrench: what it does, by when it is to be calibrated, what was done with it, and the keys for that. */
function Tool({
  to,
  kept: { tool, putAway, log },
  today,
  children,
}: {
  to: string;
  kept: Kept<Gauge | Wrench>;
  today: string;
  children: ReactNode;
}) {
  const due = tool.calibrationDue;
  return (
    <li className="border-b border-line py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <div className={`min-w-[260px] flex-1 leading-tight ${putAway ? "text-soft" : ""}`}>
          <strong className="text-lg">{tool.name}</strong> <span className="figure">{children}</span>
          {putAway ? (
            <span className="block">put away: no reading and no pull is offered it</span>
          ) : due !== null && isOverdue(due, today) ? (
            <strong className="block text-past">calibration overdue since {due}</strong>
          ) : (
            <span className="block text-soft">{due === null ? "no calibration said" : `calibration due ${due}`}</span>
          )}
        </div>
        {putAway ? (
          <PostKey to={to} body={{ does: "in use again" }} words="In use again" />
        ) : (
          <>
            <FormKey
              words="Calibrated"
              title={`${tool.name} was calibrated`}
              about="It is overdue no more."
              to={to}
              fixed={{ does: "calibrated" }}
              fields={[
                { name: "due", label: "Due the next time", like: "2027-04-30" },
                { name: "found", label: "How it was found, where that was told", like: "0.01 mm under at 25" },
              ]}
            />
            <FormKey
              words="Checked"
              title={`${tool.name}: checked here`}
              about="Zero, a gauge block, a weight on a lever of known length. A check is no calibration."
              to={to}
              fixed={{ does: "checked" }}
              fields={[
                { name: "against", label: "Against what", like: "block of 25 mm" },
                { name: "showed", label: "What it showed", like: "25.00 mm" },
              ]}
            />
            <FormKey
              words="Put away"
              title={`${tool.name} is put away`}
              about="Dropped, lent, worn out: it is chosen for nothing until it is in use again. What was read with it stays."
              to={to}
              fixed={{ does: "put away" }}
              keep="Put it away"
              fields={[{ name: "reason", label: "Why", like: "dropped, jaws no longer close" }]}
            />
          </>
        )}
      </div>
      <Told label={`What was done with ${tool.name}`} lines={log} />
    </li>
  );
}
