import { jsonSchemaOf } from "@averin/core";
import { kindCalled } from "@/server/exchange/store";
import { reading } from "@/server/http";

type Context = { params: Promise<{ kind: string }> };

/** The schema of a kind's JSON file; its columns are those of the CSV file too. */
export function GET(_: Request, { params }: Context): Promise<Response> {
  return reading(async () => jsonSchemaOf(kindCalled((await params).kind).table));
}
