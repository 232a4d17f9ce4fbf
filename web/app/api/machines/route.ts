import { reading } from "@/server/http";
import { machinesAtCounter } from "@/server/machines/counter";

/** Machines that every word of the search is found in: by mark, maker, model or owner. */
export function GET(request: Request): Promise<Response> {
  const search = (new URL(request.url).searchParams.get("search") ?? "").slice(0, 80);
  return reading(({ db }) => machinesAtCounter(db, search));
}
