import type { OutboxLine } from "./outbox.ts";

const lines: OutboxLine[] = [];
jest.mock("./outbox.ts", () => ({
  allLines: () => Promise.resolve([...lines].sort((a, b) => a.order - b.order)),
  dropLine: (order: number) => {
    lines.splice(
      lines.findIndex((line) => line.order === order),
      1,
    );
    return Promise.resolve();
  },
  lineKept: (order: number) => {
    lines.splice(
      lines.findIndex((line) => line.order === order),
      1,
    );
    return Promise.resolve();
  },
  markLine: (order: number, change: Partial<OutboxLine>) => {
    const line = lines.find((one) => one.order === order);
    if (line) Object.assign(line, change);
    return Promise.resolve();
  },
}));
import { hearOfLines, sendAll, type Word } from "./sender.ts";

const asked = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (name: string) => asked.get(name) ?? null,
    setItem: (name: string, value: string) => void asked.set(name, value),
    removeItem: (name: string) => void asked.delete(name),
  },
});

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
function put(order: number, text: string, more: Partial<OutboxLine> = {}): OutboxLine {
  const line: OutboxLine = {
    ...{ order, jobId: "job", job: "T-0401", personId: "mira", text, typedAt: "2026-11-23T10:00:00.000Z" },
    by: { id: "mira", name: "Mira Orr", roles: ["technician"] },
    events: [{ id: id(order), draft: { type: "noted", text } }],
    ...more,
  };
  lines.push(line);
  return line;
}

type Call = { path: string; method: string; body: Record<string, unknown> };
let calls: Call[];
/** The server's answer to each call: a status with a body, or nothing at all. */
let server: (call: Call) => [status: number, body: unknown] | null;
const refusal = (message: string, path = "text") => ({ error: { code: "range", path, message } });
const kept: [number, unknown] = [200, { kept: [] }];

let words: Word[];
let end: () => void;
beforeEach(() => {
  lines.length = 0;
  calls = [];
  words = [];
  server = () => kept;
  end = hearOfLines((word) => words.push(word));
  global.fetch = jest.fn((path: string, request: RequestInit) => {
    const body = typeof request.body === "string" ? (JSON.parse(request.body) as Record<string, unknown>) : {};
    const call = { path, method: request.method ?? "GET", body };
    calls.push(call);
    const answer = server(call);
    if (answer === null) return Promise.reject(new TypeError("network"));
    return Promise.resolve(new Response(JSON.stringify(answer[1]), { status: answer[0] }));
  }) as unknown as typeof fetch;
});
afterEach(() => end());
const sent = (): string[] =>
  calls.map(({ path, body }) => `${path.split("/").pop() ?? ""} ${String(body.text ?? "")}`.trim());
const said = (): string | null => {
  const last = words.filter((word) => word.kind === "reach").pop();
  return last?.kind === "reach" ? last.reach.said : null;
};

test("lines go in the order typed, under who typed them, with when they were typed and what the clock here says now", async () => {
  put(1, "a");
  put(2, "b", { jobId: "other" });
  await sendAll();
  expect(calls.map(({ path }) => path)).toEqual(["/api/jobs/job/events", "/api/jobs/other/events"]);
  expect(calls[0]?.body).toMatchObject({ by: "mira", typedAt: "2026-11-23T10:00:00.000Z", sentAt: expect.any(String) });
  expect(lines).toEqual([]);
  expect(words.map((word) => word.kind)).toContain("kept");
});

test("a refused line goes beside its job as it was typed, and the next is sent all the same", async () => {
  put(1, "2.9x; worn");
  put(2, "b");
  server = ({ path, body }) =>
    path.endsWith("events") && JSON.stringify(body).includes("2.9x") ? [422, refusal("No reading.")] : kept;
  await sendAll();
  expect(sent()).toEqual(["events", "strays 2.9x; worn", "events"]);
  expect(calls[1]?.body).toMatchObject({ id: id(1), by: "mira", why: "No reading." });
  expect(lines).toEqual([]);
  expect(words).toContainEqual({ kind: "refused", order: 1, jobId: "job", why: "No reading." });
});

test("a fault of the server's own holds up no other line; the third time the line is taken for one it cannot take", async () => {
  put(1, "bad");
  put(2, "good");
  server = ({ path, body }) =>
    path.endsWith("events") && JSON.stringify(body).includes("bad") ? [500, refusal("A fault: K7.")] : kept;
  await sendAll();
  expect(lines.map((line) => [line.text, line.faults])).toEqual([["bad", 1]]);
  await sendAll();
  expect(lines).toHaveLength(1);
  await sendAll();
  expect(lines).toEqual([]);
  expect(sent().filter((call) => call.startsWith("strays"))).toEqual(["strays bad"]);
});

test.each<[string, () => [number, unknown] | null]>([
  ["no server", () => null],
  ["no database", () => [503, refusal("The database does not answer.")]],
])("%s: everything stays as it is and is sent later, however often that has to be", async (_, answer) => {
  put(1, "a");
  put(2, "b");
  server = answer;
  for (let i = 0; i < 10; i += 1) await sendAll();
  expect(lines.map((line) => [line.text, line.faults, line.refused])).toEqual([
    ["a", undefined, undefined],
    ["b", undefined, undefined],
  ]);
  expect(sent().every((call) => call === "events")).toBe(true);
  server = () => kept;
  await sendAll();
  expect(lines).toEqual([]);
});

test("lines of somebody else wait for them, and those of who is signed in are sent", async () => {
  put(1, "hers", { personId: "tobin" });
  put(2, "hers too", { personId: "tobin" });
  put(3, "mine");
  server = ({ body }) => (body.by === "tobin" ? [409, refusal("Mira has taken over.", "by")] : kept);
  await sendAll();
  expect(lines.map((line) => line.text)).toEqual(["hers", "hers too"]);
  expect(calls).toHaveLength(2);
});

test("signed out, nothing is lost and it is said what to do", async () => {
  put(1, "a");
  server = () => [401, refusal("Sign in first.", "$")];
  await sendAll();
  expect(lines).toHaveLength(1);
  expect(said()).toBe("You are signed out: what is typed stays on this machine. Sign in again to have it kept.");
});

test("a picture that is none makes its line a stray, and the rest goes on", async () => {
  put(1, "photo: cover", { photo: { id: id(9), blob: new Blob([]) } });
  put(2, "b");
  server = ({ method }) => (method === "PUT" ? [422, refusal("That picture is empty, 0 bytes.", "$")] : kept);
  await sendAll();
  expect(calls.map(({ method, path }) => `${method} ${path.split("/").pop() ?? ""}`)).toEqual([
    `PUT ${id(9)}`,
    "POST strays",
    "POST events",
  ]);
  expect(lines).toEqual([]);
});

test("what cannot even stand beside its job stays here, is said, and is not sent for ever", async () => {
  put(1, "a");
  server = () => [404, refusal("There is no such job here.", "$")];
  await sendAll();
  expect(lines).toMatchObject([{ stuck: true, refused: expect.stringMatching(/could not be put beside the job/) }]);
  const before = calls.length;
  await sendAll();
  expect(calls).toHaveLength(before);
});

test("a sign-out that found no server is carried out before anything is sent", async () => {
  put(1, "a");
  asked.set("averin-sign-out", "asked");
  server = () => null;
  await sendAll();
  expect(calls.map(({ method }) => method)).toEqual(["DELETE"]);
  server = ({ method }) => (method === "DELETE" ? [200, {}] : [401, refusal("Sign in first.", "$")]);
  await sendAll();
  expect(calls.slice(1).map(({ method }) => method)).toEqual(["DELETE", "POST"]);
  expect(asked.size).toBe(0);
  expect(lines).toHaveLength(1);
});
