import { numberText, reader } from "./cells.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

export type PartFileRow = {
  number: string;
  maker: string;
  name: string;
  role: string;
  nominal: string | null;
  thicknessMm: number | null;
  /** Decimal text. */
  price: string | null;
  currency: string;
  pricedOn: string | null;
  priceSource: string;
  stock: number;
  leadDays: number | null;
  /** The models it fits, each by maker and model in one, with a place where it fits only that. */
  fits: { model: string; position: string }[];
  /** Numbers of parts that may go in instead. */
  instead: string[];
  /** What it holds, where it is a kit: how many of which number. */
  holds: { number: string; count: number }[];
};

export const partsTable: Table<PartFileRow> = {
  id: "parts",
  title: "Parts",
  about: "What stores have or order: one row a part.",
  columns: [
    needed("number", "The number it is ordered by."),
    column("maker", "Who makes it."),
    needed("name", "What it is."),
    needed("for", "What it is for, by the name that procedures ask for it: friction."),
    column("size", "The size it is named by, where parts of one use differ."),
    column("thickness_mm", "How thick it is when new, of a plate."),
    column("price", "Of one, as 8.40; empty where nobody knows."),
    column("currency", "Of the price."),
    column("priced_on", "The day on which that price was said: 2026-11-29."),
    column("price_source", "Where it was said."),
    needed("stock", "How many lie in stores."),
    column("lead_days", "How many days it takes to come."),
    column(
      "fits",
      "The models it fits, a line each, with a place behind @ where it fits only that: Maker Model @ rear left.",
    ),
    column("instead", "Numbers of parts that may go in instead, a line each."),
    column("holds", "What a kit holds, a line each: 2 x F-1."),
  ],
  key: ({ number, maker, role }) => keyOf(number, maker, role),
  read(cells) {
    const { needed: must, words, number, count, day, lines, wrong, row } = reader(cells);
    const typed = words("price", 20).replace(",", ".");
    if (typed !== "" && !/^\d{1,7}(\.\d{1,2})?$/.test(typed))
      wrong("price", `"${typed}" is no price: write it as 8.40.`);
    const [whole = "", cents = ""] = typed.split(".");
    const price = typed === "" ? null : `${whole}.${cents.padEnd(2, "0")}`;
    const currency = words("currency", 8);
    if (price !== null && currency === "") wrong("currency", "Empty: say the currency of the price.");
    const thicknessMm = number("thickness_mm");
    if (thicknessMm !== null && thicknessMm <= 0) wrong("thickness_mm", "A thickness is above 0.");
    const stock = count("stock", 99_999);
    if (stock === null && words("stock", 20) === "")
      wrong("stock", "Empty: how many lie in stores? 0 is an answer too.");
    const holds = lines("holds").map((line) => {
      const read = /^(\d{1,3})\s*[x×]\s*(\S.*)$/i.exec(line);
      if (!read) wrong("holds", `"${line}" says nothing of a kit: write how many and which number, 2 x F-1.`);
      return { number: read?.[2] ?? "", count: Number(read?.[1] ?? 0) };
    });
    const fits = lines("fits").map((line) => {
      const [model = "", position = ""] = line.split("@").map((part) => part.trim());
      return { model, position };
    });
    return row({
      ...{ number: must("number", 60, "the number it is ordered by"), maker: words("maker", 80) },
      ...{ name: must("name", 120, "what it is"), role: must("for", 60, "what it is for, such as friction") },
      ...{ nominal: words("size", 20) || null, thicknessMm, price, currency, pricedOn: day("priced_on") },
      ...{ priceSource: words("price_source", 120), stock: stock ?? 0, leadDays: count("lead_days", 999) },
      ...{ fits, instead: lines("instead"), holds },
    });
  },
  write: (part) => ({
    ...{ number: part.number, maker: part.maker, name: part.name, for: part.role, size: part.nominal ?? "" },
    ...{ thickness_mm: numberText(part.thicknessMm), price: part.price ?? "", currency: part.currency },
    ...{ priced_on: part.pricedOn ?? "", price_source: part.priceSource, stock: String(part.stock) },
    ...{ lead_days: numberText(part.leadDays), instead: part.instead.join("\n") },
    fits: part.fits.map(({ model, position }) => (position === "" ? model : `${model} @ ${position}`)).join("\n"),
    holds: part.holds.map(({ number, count }) => `${count} x ${number}`).join("\n"),
  }),
};
