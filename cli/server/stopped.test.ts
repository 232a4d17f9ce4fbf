import { spawn } from "node:child_process";
import path from "node:path";
import { pathToFileURL } from "node:url";

const file = (...parts: string[]): string => pathToFileURL(path.join(__dirname, ...parts)).href;
const TSX = file("../../node_modules/tsx/dist/esm/api/index.mjs");

/** A run of parts as `./averin test` makes it: its own listener, a part that hangs, and something to clean up at its end. */
const RUN = `
  (await import(${JSON.stringify(TSX)})).register();
  const { whenTold } = await import(${JSON.stringify(file("../child.ts"))});
  const { runPart } = await import(${JSON.stringify(file("part.ts"))});
  const stopped = new AbortController();
  whenTold(() => stopped.abort());
  const hanging = runPart({
    ...{ name: "a part", args: ["-e", "setInterval(() => {}, 1000)"], env: {}, over: stopped.signal },
    say: (line) => console.log(line),
  });
  console.log("begun");
  await hanging;
  console.log("cleaned up");
`;

test.each(["SIGTERM", "SIGINT", "SIGHUP"] as const)(
  "told to end by %s, a run ends the part in hand and still cleans up",
  async (signal) => {
    const run = spawn(process.execPath, ["--input-type=module", "-e", RUN], { stdio: ["ignore", "pipe", "inherit"] });
    let said = "";
    run.stdout.on("data", (some: Buffer) => {
      said += some.toString();
      if (said === "begun\n") run.kill(signal);
    });
    const how = await new Promise((resolve) => run.on("close", (code, by) => resolve({ code, by })));
    expect(said.split("\n").slice(1, 3)).toEqual([expect.stringContaining("the run was stopped"), "cleaned up"]);
    expect(how).toEqual({ code: 0, by: null });
  },
);
