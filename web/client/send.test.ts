import { z } from "zod";
import { saidOf, send, sendBytes } from "./send.ts";

type Answer = { status: number; body: string };
function serverSays(answer: Answer | "cut"): jest.Mock {
  const fetched = jest.fn(() =>
    answer === "cut"
      ? Promise.reject(new TypeError("network"))
      : Promise.resolve(new Response(answer.body, { status: answer.status })),
  );
  global.fetch = fetched as unknown as typeof fetch;
  return fetched;
}
const refusal = JSON.stringify({ error: { code: "range", path: "item", message: "There are 3." } });

describe("what is sent is kept, refused, or nothing is known of it", () => {
  test.each<[string, Answer | "cut", string]>([
    ["kept", { status: 200, body: '{"n":1}' }, "kept"],
    ["refused with a reason", { status: 422, body: refusal }, "refused"],
    ["the database does not answer", { status: 503, body: refusal }, "unreachable"],
    ["a fault of the server's own", { status: 500, body: refusal }, "fault"],
    ["a fault of somebody in between", { status: 502, body: "<html>" }, "unreachable"],
    ["an answer of somebody in between", { status: 404, body: '{"page":"lost"}' }, "unreachable"],
    ["an answer cut off half way", { status: 200, body: '{"n":' }, "unreachable"],
    ["an answer of another shape", { status: 200, body: '{"m":1}' }, "unreachable"],
    ["no answer at all", "cut", "unreachable"],
  ])("%s", async (_, answer, kind) => {
    serverSays(answer);
    expect(await send("POST", "/x", { a: 1 }, z.object({ n: z.number() }))).toMatchObject({ kind });
  });

  test("a refusal carries its place and its words", async () => {
    serverSays({ status: 422, body: refusal });
    expect(await send("POST", "/x", {})).toEqual({
      kind: "refused",
      status: 422,
      error: { code: "range", path: "item", message: "There are 3." },
    });
  });

  test("refusal, fault and no server are three sentences, each with what to do", async () => {
    const said = async (answer: Answer | "cut"): Promise<string> => {
      serverSays(answer);
      const sent = await send("POST", "/x", {});
      return sent.kind === "kept" ? "kept" : saidOf(sent, "Try again.");
    };
    expect(await said({ status: 422, body: refusal })).toBe("There are 3.");
    const fault = { error: { code: "unsupported", path: "$", message: "A fault of its own: K7F3Q2A." } };
    expect(await said({ status: 500, body: JSON.stringify(fault) })).toBe("A fault of its own: K7F3Q2A.");
    expect(await said("cut")).toBe("The server does not answer. Try again.");
    expect(await said({ status: 503, body: refusal })).toBe("The server’s database does not answer. Try again.");
  });

  test("JSON is said to be JSON; a picture goes as its bytes", async () => {
    const fetched = serverSays({ status: 200, body: "{}" });
    await send("POST", "/x", { a: 1 });
    expect(fetched).toHaveBeenLastCalledWith(
      "/x",
      expect.objectContaining({ headers: { "content-type": "application/json" }, body: '{"a":1}' }),
    );
    const picture = new Blob(["x"]);
    await sendBytes("/y", picture);
    expect(fetched).toHaveBeenLastCalledWith("/y", expect.objectContaining({ method: "PUT", body: picture }));
  });
});
