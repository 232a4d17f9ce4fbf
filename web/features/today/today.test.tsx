import { renderToStaticMarkup } from "react-dom/server";
import type { JobLine } from "@averin/core";
import { Today } from "./Today.tsx";

// Every time and name in this file is invented.
test("today: what each job waits for and how long, and what to do next", () => {
  const at = Date.parse("2026-11-23T12:00:00.000Z");
  const job = (mark: string, more: Partial<JobLine>): JobLine => ({
    ...{
      id: mark,
      number: "T-0401",
      work: "Clutch pack, coil springs",
      machine: "Pellando Grindal 300",
      mark,
      owner: "Club",
      stage: "measure",
      next: "Warp",
    },
    ...{ open: 3, needs: "technician", clocks: [], stop: null, since: "2026-11-23T09:00:00.000Z", by: "Mira Orr" },
    ...{ promised: null, assigned: null, contact: "bell 12" },
    ...more,
  });
  const html = renderToStaticMarkup(
    <Today
      actor={{ id: "me", roles: ["technician"] }}
      at={at}
      jobs={[
        job("Bike 1", {}),
        job("Bike 2", { stop: "Basket bearing: missing", since: "2026-11-22T09:00:00.000Z" }),
        job("Bike 3", { needs: "clock", clocks: [{ title: "Soak", endsAt: "2026-11-23T12:30:00.000Z" }] }),
        job("Bike 4", { stage: "released", needs: "nobody" }),
        job("Bike 5", { needs: "lead" }),
        job("Bike 7", { needs: "owner", next: "Ask about the seal", since: "2026-11-22T10:00:00.000Z" }),
        job("Bike 6", { assigned: { id: "other", name: "Tobin Hask" }, promised: "2026-11-20" }),
      ]}
    />,
  ).replaceAll("&#x27;", "'");
  expect(html).toContain("waits for a technician");
  expect(html).toContain(">3 h<");
  expect(html).toContain("30 min to go");
  const next = html.slice(html.indexOf("Do next"));
  expect([...next.matchAll(/<strong[^>]*>(Bike \d)/g)].map(([, bike]) => bike)).toEqual([
    "Bike 2",
    "Bike 7",
    "Bike 1",
    "Bike 3",
    "Bike 5",
    "Bike 6",
  ]);
  // What was promised for a day that is over is late; what is another's to do waits for them by name.
  expect(html.replace(/<[^>]*>/g, "")).toContain("late: promised for 2026-11-20 · for Tobin Hask");
  // What a technician may not sign waits for others, and has no number to take it by.
  const [mine = "", others = ""] = next.split("waits for others");
  expect([...mine.matchAll(/data-next="(\d)"/g)].map(([, number]) => number)).toEqual(["1", "2", "3", "4"]);
  expect(mine).toContain("call Club, bell 12: ask about the seal");
  expect(others).toContain("a lead's signature");
  expect(others).not.toContain("data-next");
});

test("an empty day says what to do first", () => {
  expect(
    renderToStaticMarkup(<Today actor={{ id: "me", roles: ["technician", "lead"] }} at={0} jobs={[]} />),
  ).toContain("Take a machine in at the counter");
});
