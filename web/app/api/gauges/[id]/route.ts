import { toolChanges } from "@/server/tools/route";

/** What is done with a gauge: calibrated, checked, put away, in use again. */
export const POST = toolChanges("gauges");
