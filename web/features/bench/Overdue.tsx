import { isOverdue } from "@averin/core";
import { useNow } from "@/client/useNow";

/** Says of a gauge or a wrench that its calibration is overdue, and what that means; nothing while it is not. */
export function Overdue({ tool }: { tool: { name: string; calibrationDue: string | null } | null | undefined }) {
  const now = useNow();
  if (!tool || now === null || !isOverdue(tool.calibrationDue, new Date(now).toISOString())) return null;
  return (
    <span className="block font-semibold text-past">
      {tool.name}: calibration overdue since {tool.calibrationDue}; a lead answers for what it says. If it was
      calibrated meanwhile, say so under Gauges and wrenches.
    </span>
  );
}
