import type { Answer } from "@averin/core";
import type { EstimateWork, SheetWork } from "../server/helpers/kinds.ts";

type Asked = { id: number; kind: string; input: unknown };

/** What a helper process can do, by name. Each brings what it needs only then: one that hashes passwords never reads a sheet. */
const WORKS: Record<string, (input: never) => unknown> = {
  hash: async (text: string) => (await import("@node-rs/argon2")).hash(text),
  verify: async ({ hash: kept, text }: { hash: string; text: string }) =>
    (await import("@node-rs/argon2")).verify(kept, text),
  calculate: async ({ name, input }: { name: string; input: unknown }): Promise<Answer<unknown>> => {
    const { calculators } = await import("@averin/core");
    const calculator = calculators.get(name);
    if (!calculator) throw new Error(`no calculator ${name}`);
    return calculator.run(input);
  },
  sheet: async ({ number, bench, events, photos, release, zone }: SheetWork) => {
    const { sheetData } = await import("../features/sheet/sheetData.ts");
    const { sheetPdf } = await import("../features/sheet/SheetPdf.tsx");
    (await import("../server/settings/zone.ts")).setShopZone(zone);
    const sheet = sheetData(number, bench, events, release);
    if (!sheet) throw new Error(`job ${number} has no first line`);
    return sheetPdf(sheet, new Map(Object.entries(photos).map(([id, bytes]) => [id, Buffer.from(bytes)])));
  },
  estimate: async ({ number, bench, events, at, zone }: EstimateWork) => {
    const { estimateData } = await import("../features/estimate/estimateData.ts");
    const { estimatePdf } = await import("../features/estimate/EstimatePdf.tsx");
    (await import("../server/settings/zone.ts")).setShopZone(zone);
    const estimate = estimateData(number, bench, events, at);
    if (!estimate) throw new Error(`job ${number} has no first line`);
    return estimatePdf(estimate);
  },
  /** For tests of the pool: a work that never ends, and one that fills the memory. */
  spin: () => {
    for (;;);
  },
  fill: () => {
    const kept: number[][] = [];
    for (;;) kept.push(Array.from({ length: 100_000 }, (_, i) => i + kept.length));
  },
};

process.on("message", ({ id, kind, input }: Asked) => {
  void (async () => {
    try {
      const work = WORKS[kind];
      if (!work) throw new Error(`no work ${kind}`);
      process.send?.({ id, ok: true, value: await work(input as never) });
    } catch (error) {
      process.send?.({
        id,
        ok: false,
        message: error instanceof Error ? (error.stack ?? error.message) : String(error),
      });
    }
  })();
});
// Whoever asked is gone: nothing more is wanted here.
process.on("disconnect", () => process.exit(0));
process.send?.({ ready: true });
