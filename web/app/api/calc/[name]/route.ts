import { calculators } from "@averin/core";
import { z } from "zod";
import { calculated } from "@/server/helpers";
import { writing } from "@/server/http";
import { Refused } from "@/server/refused";

export function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return writing(request, z.unknown(), async ({ body }) => {
    const { name } = await params;
    const calculator = calculators.get(name);
    if (!calculator) {
      throw new Refused(422, { code: "unsupported", path: "name", message: `There is no calculator "${name}".` });
    }
    const answer = calculator.heavy ? await calculated(name, body) : calculator.run(body);
    if (!answer.ok) throw new Refused(422, answer.error);
    return answer.value;
  });
}
