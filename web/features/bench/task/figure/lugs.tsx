import { latest, phaseOfStage, pointOf, slot } from "@averin/core";
import { LugMap } from "@/instruments/LugMap";
import { type FigureProps } from "./shared.tsx";

export function LugCount({ bench, state, step, taken }: FigureProps<"track.lugs">) {
  const of = (name: string): number => Number(taken?.figures[name] ?? 0);
  const { lengthMm, tornAt } = taken?.figures ?? {};
  const point = pointOf(bench.procedure, step.clearances ?? "");
  const read = (point?.kind === "measure" ? (point.placeNames ?? []) : []).flatMap((name, i) => {
    const phase = phaseOfStage(point?.stage ?? "together");
    const body = latest(state, slot.read(point?.id ?? "", 1, i + 1, phase).key, "reading_taken");
    return body ? [{ name, mm: body.valueInBase }] : [];
  });
  return (
    <LugMap
      counts={
        taken && {
          ...{ windows: of("windows"), lugs: of("lugs"), torn: of("torn") },
          ...{ studs: of("studs"), pulled: of("pulled") },
        }
      }
      tornAt={typeof tornAt === "string" ? tornAt.split(" ").filter(Boolean).map(Number) : []}
      lengthMm={typeof lengthMm === "number" ? lengthMm : null}
      clearances={point ? read : null}
    />
  );
}
