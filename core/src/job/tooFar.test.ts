import { bench, jobAt, lead } from "../../testingBench.ts";
import { openPoints, pullList, unsigned } from "./index.ts";

// Torques are the test bench's: 10 N·m, more or less a tenth.
const pulled = () => {
  const job = jobAt("torque:plate-bolts", undefined, bench, lead);
  job.type("5");
  const aim = job.aim;
  if (aim?.kind !== "pull") throw new Error("no pull");
  job.type("6.4", "as typed");
  return { job, place: aim.place };
};
const texts = (job: ReturnType<typeof pulled>["job"]) =>
  unsigned(job.state, openPoints(job.shop, job.state)).map(({ text }) => text);

describe("a pull that went too far is no slip of the pen", () => {
  test("let off, every pass of that one waits anew and is pulled again; the log keeps what it felt", () => {
    const { job, place } = pulled();
    expect(texts(job).some((text) => text.includes("above band"))).toBe(true);
    const line = job.keep({ type: "pull_undone", entry: "plate-bolts", place, how: "let off and pulled again" });
    expect(line.body).toMatchObject({ valueNm: 6.4, undoes: [`pull:plate-bolts:${place}:1`] });
    expect(texts(job).some((text) => text.includes("above band"))).toBe(false);
    expect(job.aim).toMatchObject({ kind: "pull", place, pass: 1 });
    expect(job.events.some(({ body }) => body.type === "torque_applied" && body.valueNm === 6.4)).toBe(true);
  });

  test("renewed, another is pulled from stores; struck, it is as it was", () => {
    const { job, place } = pulled();
    job.keep({ type: "pull_undone", entry: "plate-bolts", place, how: "renewed" });
    const own = () => pullList(job.shop, job.state).filter(({ why }) => why === "pulled too far");
    expect(own()).toMatchObject([{ name: `plate bolt ${place}`, quantity: 1 }]);
    job.type("-");
    expect(own()).toEqual([]);
    expect(texts(job).some((text) => text.includes("above band"))).toBe(true);
  });

  test("one that did not go too far is not undone so: a slip is struck", () => {
    const { job } = pulled();
    const draft = { type: "pull_undone", entry: "plate-bolts", place: 1, how: "renewed" } as const;
    expect(job.offer(draft)).toMatchObject({ ok: false, error: { code: "conflict", path: "place" } });
    expect(job.offer({ ...draft, entry: "cover" })).toMatchObject({ error: { code: "unsupported" } });
  });
});
