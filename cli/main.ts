import { calc } from "./calc.ts";
import { Told } from "./told.ts";

const HELP = `Averin, the rebuild bench for wear parts.

  ./averin up [--demo] [--port N] [--host H]   everything from a fresh machine to a served page; Ctrl-C stops it
     [--tls CERT KEY | --plain] [--public https://NAME] [--proxy ADDRESS]   for other machines: see README.md
  ./averin test [unit|web|e2e]                 everything from a fresh machine to a verdict
  ./averin calc NAME [--lines] [--schema]      one calculator, JSON in, JSON out; --list names them
  ./averin procedures check [FILE …]           every procedure worked through in every way it allows
  ./averin procedures walk FILE                one procedure in plain sentences, step by step
     [--machine WORDS.json] [--answers ANSWERS.json]   on such a machine, with such answers
  ./averin procedures take FILE …              into the shop, also while it runs; no new build
  ./averin procedures schema                   what a procedure's file may say, as JSON Schema
  ./averin bench [--json]                      measured figures as ratios against their floor
  ./averin rebuild                             the read tables again from the log, with what differed
  ./averin shots                               the pictures in docs/screenshots, from demo data
`;

export async function main(args: string[]): Promise<number> {
  // Whoever reads may stop reading: a pipe that was closed is no fault.
  process.stdout.on("error", (error: NodeJS.ErrnoException) => process.exit(error.code === "EPIPE" ? 0 : 1));
  const [command, ...rest] = args;
  try {
    switch (command) {
      case "up":
        return await (await import("./up.ts")).up(rest);
      case "test":
        return await (await import("./test.ts")).test(rest);
      case "calc":
        return await calc(rest);
      case "bench":
        return await (await import("./bench.ts")).bench(rest);
      case "procedures":
        return await (await import("./procedures.ts")).procedures(rest);
      case "rebuild":
        return await (await import("./rebuild.ts")).rebuild();
      case "shots":
        return await (await import("./shots.ts")).shots();
      case "help":
      case "--help":
      case undefined:
        process.stdout.write(HELP);
        return 0;
      default:
        process.stderr.write(`There is no command "${command}".\n\n${HELP}`);
        return 2;
    }
  } catch (error) {
    if (!(error instanceof Told)) throw error;
    process.stderr.write(`${error.message}\n`);
    return 1;
  }
}
