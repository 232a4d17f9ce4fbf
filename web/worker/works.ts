import type { Answer } from "@averin/core";
import type { EstimateWork, SheetWork } from "../server/helpers/kinds.ts";

type Asked = { id: number; kind: string; input: unknown };

/**
 * What a helper process can do, by name: each brings what it needs only then, so that one that hashes passwords never
 * reads a sheet. How long a work may take counts from when that is there.
 */
const WORKS: Record<string, () => Promise<(input: never) => unknown>> = {
  hash: async () => (await import("@node-rs/argon2")).hash as (text: string) => Promise<string>,
  verify: async () => {
    const { verify } = await import("@node-rs/argon2");
    return ({ hash: kept, text }: { hash: string; text: string }) => verify(kept, text);
  },
  calculate: async () => {
    const { calculators } = await import("@averin/core");
    return ({ name, input }: { name: string; input: unknown }): Answer<unknown> => {
      const calculator = calculators.get(name);
      if (!calculator) throw new Error(`no calculator ${name}`);
      return calculator.run(input);
    };
  },
  sheet: async () => {
    const { sheetData } = await import("../features/sheet/sheetData.ts");
    const { sheetPdf } = await import("../features/sheet/SheetPdf.tsx");
    const { setShopZone } = await import("../server/settings/zone.ts");
    return ({ number, bench, events, photos, release, zone }: SheetWork) => {
      setShopZone(zone);
      const sheet = sheetData(number, bench, events, release);
      if (!sheet) throw new Error(`job ${number} has no first line`);
      return sheetPdf(sheet, new Map(Object.entries(photos).map(([id, bytes]) => [id, Buffer.from(bytes)])));
    };
  },
  estimate: async () => {
    const { estimateData } = await import("../features/estimate/estimateData.ts");
    const { estimatePdf } = await import("../features/estimate/EstimatePdf.tsx");
    const { setShopZone } = await import("../server/settings/zone.ts");
    return ({ number, bench, events, at, zone }: EstimateWork) => {
      setShopZone(zone);
      const estimate = estimateData(number, bench, events, at);
      if (!estimate) throw new Error(`job ${number} has no first line`);
      return estimatePdf(estimate);
    };
  },
  /** For tests of the pool: a work that never ends, and one that fills the memory. */
  spin: async () => () => {
    for (;;);
  },
  fill: async () => () => {
    const kept: number[][] = [];
    for (;;) kept.push(Array.from({ length: 100_000 }, (_, i) => i + kept.length));
  },
};

process.on("message", ({ id, kind, input }: Asked) => {
  void (async () => {
    try {
      const work = await WORKS[kind]?.();
      if (!work) throw new Error(`no work ${kind}`);
      process.send?.({ id, begun: true });
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
