import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { calculators, type RefusalData } from "@averin/core";
import { z } from "zod";

const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value)}\n`);

function failed(error: RefusalData): number {
  print({ error });
  return 2;
}

function parseJson(text: string): { ok: true; value: unknown } | { ok: false; error: RefusalData } {
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    const message =
      text.trim() === "" ? "Nothing came in: give one JSON object." : `Not JSON (${why}): give one JSON object.`;
    return { ok: false, error: { code: "json", path: "$", message } };
  }
}

async function readAll(): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString("utf8");
}

/** What is asked for, or what is not known of it. */
function asked(args: string[]) {
  const flag = { type: "boolean", default: false } as const;
  try {
    const { values, positionals } = parseArgs({
      ...{ args, allowPositionals: true },
      options: { list: flag, lines: flag, schema: flag },
    });
    if (positionals.length > 1) throw new Error(`"${positionals[1]}" is one name too many`);
    return { values, name: positionals[0] };
  } catch (error) {
    const [what] = (error instanceof Error ? error.message : String(error)).split(". ");
    return `${what}: ./averin calc NAME [--lines] [--schema], or --list.`;
  }
}

/** `./averin calc NAME`: one object, or with --lines one a line, answered in order. */
export async function calc(args: string[]): Promise<number> {
  const given = asked(args);
  if (typeof given === "string") return failed({ code: "unknown_field", path: "name", message: given });
  const { values, name } = given;
  if (values.list) {
    process.stdout.write([...calculators.keys()].map((one) => `${one}\n`).join(""));
    return 0;
  }
  const calculator = name === undefined ? undefined : calculators.get(name);
  if (calculator === undefined) {
    const code = name === undefined ? "missing" : "unsupported";
    const message =
      name === undefined
        ? "Give a calculator's name; --list prints them."
        : `There is no calculator "${name}"; --list prints their names.`;
    return failed({ code, path: "name", message });
  }
  if (values.schema) {
    print({ input: z.toJSONSchema(calculator.input, { io: "input" }), output: z.toJSONSchema(calculator.output) });
    return 0;
  }
  if (!values.lines) {
    const parsed = parseJson(await readAll());
    if (!parsed.ok) return failed(parsed.error);
    const answer = calculator.run(parsed.value);
    if (!answer.ok) return failed(answer.error);
    print(answer.value);
    return 0;
  }
  let waiting: string[] = [];
  const flush = async (): Promise<void> => {
    const text = waiting.join("");
    waiting = [];
    if (!process.stdout.write(text)) await new Promise((resolve) => process.stdout.once("drain", resolve));
  };
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    const parsed = parseJson(line);
    const answer = parsed.ok ? calculator.run(parsed.value) : parsed;
    waiting.push(`${JSON.stringify(answer.ok ? answer.value : { error: answer.error })}\n`);
    if (waiting.length >= 500) await flush();
  }
  await flush();
  return 0;
}
