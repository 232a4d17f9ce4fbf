import { toolChanges } from "@/server/tools/route";

/** What is done with a wrench: calibrated, checked, put away, in use again. */
export const POST = toolChanges("wrenches");
