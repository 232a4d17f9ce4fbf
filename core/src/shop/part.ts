import { z } from "zod";
import type { Answer } from "../calculator/index.ts";
import { NO_MORE_SAID, type StorePart, storePartSchema } from "../job/bench.ts";
import { quantityParse } from "../quantity/index.ts";
import { no, read, typed } from "./typed.ts";

/** What a part costs, as it is typed; all of it empty where nobody knows. */
const PRICE = {
  /** Decimal text: 8.40. */
  price: typed(20),
  currency: typed(8),
  /** Where that price was said: a list, a bill, whom one rang. */
  priceSource: typed(120).default(""),
};

/** A part for a role of a procedure, as it is typed from its label. */
export const partTypedSchema = z.strictObject({
  role: typed(60).min(1, "say what it is for"),
  name: typed(120),
  number: typed(60),
  maker: typed(80).default(""),
  ...PRICE,
  stock: typed(6).default("0"),
  /** In days; empty where nobody knows. */
  leadDays: typed(6).default(""),
  /** The size it is named by, where parts of one role differ, such as 1.6 or 13. */
  nominal: typed(20).default(""),
  /** Of a plate. */
  thickness: typed(40).default(""),
});
export type PartTyped = z.input<typeof partTypedSchema>;

export const priceTypedSchema = z.strictObject(PRICE);
export type PriceTyped = z.input<typeof priceTypedSchema>;

type Priced = Pick<StorePart, "price" | "currency" | "pricedOn" | "priceSource">;

/**
 * A price made from what was typed on a day: decimal text with a currency, or none. Errors: missing where it is no price,
 * or has no currency.
 */
export function priceEntered(input: PriceTyped, on: string): Answer<Priced> {
  const parsed = read(priceTypedSchema, input);
  if (!parsed.ok) return parsed;
  const { currency, priceSource } = parsed.value;
  const price = parsed.value.price.replace(",", ".");
  if (price === "") return { ok: true, value: { price: null, currency, pricedOn: null, priceSource: "" } };
  if (!/^\d{1,7}(\.\d{1,2})?$/.test(price))
    return no("price", "The price of one, such as 8.40; empty where nobody knows.");
  if (currency === "") return no("currency", "Say the currency of the price.");
  const [whole = "0", cents = ""] = price.split(".");
  return { ok: true, value: { price: `${whole}.${cents.padEnd(2, "0")}`, currency, pricedOn: on, priceSource } };
}

/** How many lie in stores, from text. Errors: missing where it is no number. */
export const stockEntered = (text: string): Answer<number> =>
  /^\d{1,5}$/.test(text.trim())
    ? { ok: true, value: Number(text) }
    : no("stock", "How many lie in stores: 0 is an answer too.");

/** How many days it takes to come; null where nothing was typed. Errors: missing where it is no number. */
export function leadEntered(text: string): Answer<number | null> {
  if (text.trim() === "") return { ok: true, value: null };
  return /^\d{1,3}$/.test(text.trim())
    ? { ok: true, value: Number(text) }
    : no("leadDays", "How many days it takes to come, such as 14; empty where nobody knows.");
}

/**
 * A part made from what was typed on a day. Errors: missing or type where a figure is none; a price is decimal text such
 * as 8.40, or empty.
 */
export function partEntered(input: PartTyped, id: string, on: string): Answer<StorePart> {
  const parsed = read(partTypedSchema, input);
  if (!parsed.ok) return parsed;
  const { role, name, number, maker, nominal, thickness, ...more } = parsed.value;
  if (name === "") return no("name", "Say what it is.");
  if (number === "") return no("number", "Type the number that it is ordered by.");
  const price = priceEntered({ price: more.price, currency: more.currency, priceSource: more.priceSource }, on);
  if (!price.ok) return price;
  const stock = stockEntered(more.stock);
  if (!stock.ok) return stock;
  const leadDays = leadEntered(more.leadDays);
  if (!leadDays.ok) return leadDays;
  const thick = thickness === "" ? null : quantityParse({ text: thickness, kind: "length", unit: "mm" });
  if (thick && !thick.ok) return { ok: false, error: { ...thick.error, path: "thickness" } };
  return read(storePartSchema, {
    ...NO_MORE_SAID,
    ...{ id, role, name, number, maker, nominal: nominal === "" ? null : nominal },
    ...price.value,
    ...{ stock: stock.value, leadDays: leadDays.value },
    thicknessMm: thick?.value.valueInBase ?? null,
  });
}
