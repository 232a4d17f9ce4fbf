import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { itemName, partsOf, procedureSchema } from "./index.ts";

const folder = path.join(__dirname, "../../../procedures");
const shipped = readdirSync(folder).map(
  (file) => [file, JSON.parse(readFileSync(path.join(folder, file), "utf8")) as object] as const,
);

test.each(shipped)("%s is a whole procedure", (file, body) => {
  const procedure = procedureSchema.parse(body);
  expect(file).toBe(`${procedure.id}.json`);
  for (const point of procedure.points) expect(point.ask.length).toBeGreaterThan(0);
});

describe("a procedure that cannot be followed is refused, naming the place", () => {
  const good = structuredClone(shipped[0]?.[1]) as Record<string, Record<string, unknown>[]>;
  const refused = (change: (body: typeof good) => void): string => {
    const body = structuredClone(good);
    change(body);
    const answer = procedureSchema.safeParse(body);
    return answer.success
      ? "accepted"
      : `${answer.error.issues[0]?.path.join(".")}: ${answer.error.issues[0]?.message}`;
  };
  test.each([
    [
      "an id twice",
      (b: typeof good) => void ((b.points?.[1] ?? {}).id = b.points?.[0]?.id),
      /points\.1\.id: .*used twice/,
    ],
    [
      "a point on no part",
      (b: typeof good) => void ((b.points?.[0] ?? {}).on = "flywheel"),
      /points\.0\.on: "flywheel" is no part/,
    ],
    [
      "a stack of no pack",
      (b: typeof good) => void ((b.steps?.[1] ?? {}).pack = "cover"),
      /steps\.1\.pack: "cover" is no pack/,
    ],
    ["a step after nothing", (b: typeof good) => void delete (b.steps?.[2] ?? {}).after, /steps\.2\.after/],
    ["an unknown field", (b: typeof good) => void ((b.steps?.[0] ?? {}).colour = "red"), /steps\.0/],
  ])("%s", (_, change, expected) => {
    expect(refused(change)).toMatch(expected);
  });
});

test("a part among several carries its number, a single one its name", () => {
  const procedure = procedureSchema.parse(shipped[0]?.[1]);
  const friction = partsOf(procedure).find((part) => part.id === "friction");
  expect(itemName(friction ?? { name: "" }, 4, 9)).toBe("friction 4");
  expect(itemName({ name: "Cover" }, 1, 1)).toBe("Cover");
});
