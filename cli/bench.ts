import { parseArgs } from "node:util";
import { judgeLines, pick, slack } from "./measures/calculators.ts";
import { append } from "./measures/append.ts";
import { door } from "./measures/door.ts";
import { gathered } from "./measures/gathered.ts";
import { foldOf, longest, wholeWalk } from "./measures/fold.ts";
import type { Measured } from "./measures/measured.ts";
import { screen } from "./measures/screen.ts";
import { openBenchShop } from "./measures/shop.ts";
import { Told } from "./told.ts";

async function all(): Promise<Measured[]> {
  const figures = [pick(), slack(), judgeLines()];
  const shop = await openBenchShop();
  try {
    // The screen first: its readings go into places that wait, those of the append into one and the same.
    const shown = await screen(shop);
    return [
      ...figures,
      foldOf(shop.events),
      longest(),
      ...(await append(shop)),
      ...shown,
      ...(await door(shop)),
      ...(await gathered(shop)),
    ];
  } finally {
    await shop.end();
  }
}

function asJson(args: string[]): boolean {
  try {
    return parseArgs({ args, options: { json: { type: "boolean", default: false } } }).values.json;
  } catch (error) {
    throw new Told(`${error instanceof Error ? error.message : String(error)}. Use: ./averin bench [--json]`);
  }
}

/** `./averin bench`: ratios in one run, each beside its floor; exit 1 when a goal is missed. */
export async function bench(args: string[]): Promise<number> {
  const json = asJson(args);
  const figures = await all();
  if (json) process.stdout.write(`${JSON.stringify(figures, null, 2)}\n`);
  else {
    process.stdout.write(`${wholeWalk()}\n`);
    for (const f of figures) {
      const word = f.ok ? "met   " : "MISSED";
      process.stdout.write(
        `${word} ${f.name}: ${f.value.toFixed(3)} ${f.unit} against ${f.floor.toFixed(3)}, ratio ${f.ratio.toPrecision(3)}, goal ${f.goal.toPrecision(3)}\n`,
      );
    }
  }
  return figures.every((f) => f.ok) ? 0 : 1;
}
