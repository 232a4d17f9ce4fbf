import { runPart } from "./part";

const part = (script: string, over: AbortSignal, said: string[]) =>
  runPart({ name: "a part", args: ["-e", script], env: {}, over, say: (line) => void said.push(line) });

test("a part says how it ended and how long it took", async () => {
  const said: string[] = [];
  expect(await part("", new AbortController().signal, said)).toBe(0);
  expect(await part("process.exit(3)", new AbortController().signal, said)).toBe(3);
  expect(said[0]).toMatch(/^ok {5}a part \(\d+ s\)$/);
  expect(said[1]).toMatch(/^FAILED a part \(\d+ s\)$/);
});

test("a part that hangs is ended by the bound over the whole run, and the next ones are not begun: both failed", async () => {
  const said: string[] = [];
  const over = new AbortController();
  const hanging = part("setInterval(() => {}, 1000)", over.signal, said);
  over.abort();
  expect(await hanging).toBe(1);
  expect(await part("", over.signal, said)).toBe(1);
  expect(said).toEqual([
    expect.stringContaining("ended: the run was stopped, or has lasted too long"),
    expect.stringContaining("not begun"),
  ]);
});
