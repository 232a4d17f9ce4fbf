import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";
import { DIMENSIONS } from "./tables.ts";

/** Bore codes that do not follow five times the code. Source: ISO 15, bore codes. */
const CODE_BORES: Record<string, number> = { "00": 10, "01": 12, "02": 15, "03": 17 };
const SLASH_BORES = [22, 28, 32];

type Size = { name: string; boreMm: number; outsideMm: number; widthMm: number; tiny: boolean };

/** Every way a size is written, with its dimensions, the longest first. */
const SIZES: readonly Size[] = Object.entries(DIMENSIONS)
  .flatMap(([series, rows]) => {
    const thin = series === "618" || series === "619";
    return rows.flatMap(([boreMm, outsideMm, widthMm]): Size[] => {
      const size = (name: string, tiny = false): Size => ({ name, boreMm, outsideMm, widthMm, tiny });
      if (boreMm < 10) return [thin ? size(`${series}/${boreMm}`, true) : size(`${series}${boreMm}`)];
      if (SLASH_BORES.includes(boreMm)) return [size(`${series}/${boreMm}`)];
      const code = Object.keys(CODE_BORES).find((c) => CODE_BORES[c] === boreMm) ?? String(boreMm / 5).padStart(2, "0");
      return thin ? [size(`${series}${code}`), size(`6${series.slice(2)}${code}`)] : [size(`${series}${code}`)];
    });
  })
  .sort((a, b) => b.name.length - a.name.length);

const SEALS: Record<string, string> = {
  Z: "one shield",
  ZZ: "two shields",
  "2Z": "two shields",
  RS: "one seal",
  RS1: "one seal",
  RSR: "one seal",
  RSH: "one seal",
  "2RS": "two seals",
  "2RS1": "two seals",
  "2RSR": "two seals",
  "2RSH": "two seals",
  DDU: "two seals",
  LLU: "two seals",
};
const SEAL_WORDS = Object.keys(SEALS).sort((a, b) => b.length - a.length);
const SUFFIX = new RegExp(
  `^(?:(?:\\s*[-/]\\s*|\\s+)?(${SEAL_WORDS.join("|")}))?(?:(?:\\s*[-/]\\s*|\\s+)?(C2|CN|C3|C4|C5))?$`,
);

/**
 * What a bearing's designation says: bore, outside diameter and width in mm, seals or shields, clearance class.
 * Series 618 619 60 62 63; 68xx reads as 618xx, 69xx as 619xx. Suffixes in any case; clearance CN when none is named.
 * Errors: unsupported at designation, naming the size or suffix that is not known.
 * Source: ISO 15:2017 (dimensions, bore codes); suffixes as common among makers, no source.
 * @example bearingDecode({ designation: "6205-2RS C3" }) // 25 × 52 × 15, two seals, C3
 */
export const bearingDecode = defineCalculator({
  name: "bearing.decode",
  formula: "series and bore code give the dimensions, suffixes the seals and the clearance",
  source: "ISO 15:2017; suffixes as common among makers",
  input: z.strictObject({ designation: z.string() }),
  output: z.object({
    boreMm: z.number(),
    outsideMm: z.number(),
    widthMm: z.number(),
    seals: z.enum(["open", "one shield", "two shields", "one seal", "two seals"]),
    clearance: z.enum(["C2", "CN", "C3", "C4", "C5"]),
  }),
  compute: ({ designation }) => {
    const text = designation.trim().toUpperCase();
    const fitting = SIZES.filter((size) => text.startsWith(size.name));
    for (const size of fitting) {
      const match = SUFFIX.exec(text.slice(size.name.length));
      if (!match) continue;
      const seal = match[1];
      if (seal !== undefined && size.tiny) {
        const message = `designation: ${seal} on ${size.name} is wider than its table entry; measure the width.`;
        refuse("unsupported", "designation", message);
      }
      const { boreMm, outsideMm, widthMm } = size;
      return {
        boreMm,
        outsideMm,
        widthMm,
        seals: (seal === undefined ? "open" : SEALS[seal]) as "open",
        clearance: (match[2] ?? "CN") as "CN",
      };
    }
    const longest = fitting[0];
    const unknown = longest ? text.slice(longest.name.length).trim() : designation.trim();
    const what = longest ? `suffix "${unknown}" after ${longest.name}` : `size "${unknown}"`;
    return refuse("unsupported", "designation", `designation: the ${what} is not in the tables; such as 6205-2RS C3.`);
  },
});

/** As a bearing is measured by hand: a size is found where each figure is this near, in mm. */
const NEAR_MM = 0.15;

/**
 * Which bearings have these dimensions: bore, outside diameter and width, each in mm, above 0, within 0.15 mm as a caliper
 * reads them. Series 618 619 60 62 63, by every name of the size. Nothing is said of seals and clearance: these are read.
 * Errors: unsupported at outsideMm where no size of these series has them, with the nearest of that bore.
 * Source: ISO 15:2017.
 * @example bearingFind({ boreMm: 25, outsideMm: 52, widthMm: 15 })
 */
export const bearingFind = defineCalculator({
  name: "bearing.find",
  formula: "the sizes of the tables whose bore, outside diameter and width are these",
  source: "ISO 15:2017",
  input: z.strictObject({ boreMm: fields.positive, outsideMm: fields.positive, widthMm: fields.positive }),
  output: z.object({ designations: z.array(z.string()) }),
  compute: ({ boreMm, outsideMm, widthMm }) => {
    const near = (a: number, b: number): boolean => Math.abs(a - b) <= NEAR_MM;
    const ofBore = SIZES.filter((size) => near(size.boreMm, boreMm));
    const found = ofBore.filter((size) => near(size.outsideMm, outsideMm) && near(size.widthMm, widthMm));
    if (found.length > 0) return { designations: found.map(({ name }) => name).sort() };
    const off = (size: Size): number => Math.abs(size.outsideMm - outsideMm) + Math.abs(size.widthMm - widthMm);
    const [nearest] = [...ofBore].sort((a, b) => off(a) - off(b));
    const what = nearest
      ? `the nearest of this bore is ${nearest.name}: ${nearest.boreMm} × ${nearest.outsideMm} × ${nearest.widthMm} mm`
      : "no bearing of these series has this bore";
    return refuse("unsupported", "outsideMm", `outsideMm: no size in the tables is so; ${what}. Measure again.`);
  },
});
