import type { JobEvent } from "@averin/core";
import { createRequire } from "node:module";
import { create, type Font } from "fontkit";
import { readFileSync } from "node:fs";
import { extractText } from "unpdf";
import { bench, jobAt } from "../../testing/demoJob.ts";
import { LANES } from "./kinds.ts";
import { Pool } from "./pool.ts";

/** What a technician may type and must find on paper: Latin with all its marks, Cyrillic, arrows, signs. */
const LATIN = "ĀāĂăĄąĆćČčĎďĐđĒēĖėĘęĚěĞğĢģĪīĮįİıĶķĻļĽľŁłŃńŅņŇňŌōŐőŒœŔŕŘřŚśŞşŠšŢţŤťŪūŮůŰűŲųŴŵŶŷŸŹźŻżŽžȘșȚțẞß";
const CYRILLIC = "АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюяЁёІіЇїЄєҐґ";
const SIGNS = "←↑→↓↔⇒≤≥≈≠±×÷−∞√°µΩΔ∅⌀½¼¾⅛⅜⅝⅞′″‰€£•…–—“”„«»✓✗⚠";
/** Only against hanging, in ms: such a process stands below everything else, and waits for as long as others are busy. */
const HANGS_MS = 3_000_000;
jest.setTimeout(HANGS_MS);
const pools: Pool[] = [];
afterAll(() => pools.forEach((pool) => pool.end()));

/** A sheet as the server makes it, in a process of its own within the memory that such a process has. */
async function printed(notes: readonly string[]): Promise<string> {
  const job = jobAt(null);
  const one = job.keep({ type: "noted", text: "first of all" });
  const more = notes.map((text, i): JobEvent => {
    const body = { ...one.body, text } as JobEvent["body"];
    return { ...one, id: `note-${i}`, number: one.number + 1 + i, body };
  });
  const pool = new Pool({ ...LANES.heavy, mostMs: HANGS_MS });
  pools.push(pool);
  const work = { number: "T-0001", bench, events: [...job.events, ...more], photos: {}, release: null, zone: "UTC" };
  const bytes = await pool.run<Uint8Array>("sheet", work);
  const { text } = await extractText(new Uint8Array(bytes), { mergePages: true });
  return text;
}

test("every sign of the stated list has a glyph in one of the faces, in both weights", () => {
  const file = createRequire(__filename).resolve;
  const font = (name: string): Font => create(readFileSync(file(name))) as Font;
  const rest = ["DejaVuSansCondensed", "DejaVuSansCondensed-Bold"].map((n) => font(`dejavu-fonts-ttf/ttf/${n}.ttf`));
  for (const [i, weight] of [400, 600].entries()) {
    const faces = [
      font(`@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-${weight}-normal.woff`),
      ...rest.slice(i, i + 1),
    ];
    const missing = [...(LATIN + CYRILLIC + SIGNS)].filter(
      (sign) => !faces.some((face) => face.hasGlyphForCodePoint(sign.codePointAt(0) ?? 0)),
    );
    expect(missing).toEqual([]);
  }
});

test("what was typed is read back from the paper, sign by sign", async () => {
  const text = (await printed([LATIN, CYRILLIC, SIGNS])).replaceAll(/\s/g, "").normalize("NFKC");
  // The same shape has more than one number, such as the micro sign and the Greek letter.
  for (const typed of [LATIN, CYRILLIC, SIGNS]) expect(text).toContain(typed.normalize("NFKC"));
});

test("an estimate is made there too, with its sum and what was agreed", async () => {
  const job = jobAt("do:short-ride");
  job.keep({ type: "sum_agreed", name: "A. Brand", by: "phone", words: "go ahead", sum: "1" });
  const pool = new Pool({ ...LANES.heavy, mostMs: HANGS_MS });
  pools.push(pool);
  const work = { number: "T-0001", bench, events: job.events, at: "2026-11-29T10:00:00.000Z", zone: "UTC" };
  const { text } = await extractText(new Uint8Array(await pool.run<Uint8Array>("estimate", work)), {
    mergePages: true,
  });
  expect(text.replaceAll(/\s+/g, " ")).toMatch(/Together \d+\.\d{2} .*A\. Brand agreed to 1\.00/);
});

test("a sheet of 5,000 lines is made within the memory of its process, and its last line is on it", async () => {
  const text = await printed(Array.from({ length: 5000 }, (_, i) => `line ${i + 1} as typed`));
  for (const line of [1, 2500, 5000]) expect(text).toContain(`line ${line} as typed`);
});
