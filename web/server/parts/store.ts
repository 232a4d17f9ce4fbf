import {
  type Actor,
  leadEntered,
  partEntered,
  type PartTyped,
  priceEntered,
  stockEntered,
  type StorePart,
} from "@averin/core";
import { randomUUID } from "node:crypto";
import { Op, QueryTypes } from "sequelize";
import type { BookRow, Database, StorePartRow, Tx } from "../database.ts";
import { notFound, Refused } from "../refused.ts";
import { shopToday } from "../settings/zone.ts";
import { foundBy } from "../words.ts";
import type { NewPart, PartChange } from "./schema.ts";

type Kept = { id: string; name: string };

/** Keeps a part that fits a machine's model. Errors: as `addPart`. */
export async function addPartOf(db: Database, machineId: string, typed: PartTyped, by: Actor): Promise<Kept> {
  const machine = (await db.machines.findByPk(machineId))?.get({ plain: true });
  if (!machine) throw notFound("machine");
  return addPart(db, { ...typed, model: `${machine.maker} ${machine.model}` }, by);
}

/**
 * Keeps a part that fits a model. One whose number is on file for the same is that one: it fits this model too, and costs
 * what was typed last. Errors: what it must be; conflict where it is on file for this model.
 */
export async function addPart(db: Database, { model, ...typed }: NewPart, by: Actor): Promise<Kept> {
  const entered = partEntered(typed, randomUUID(), shopToday());
  if (!entered.ok) throw new Refused(422, entered.error);
  const { positions: _, instead: __, holds: ___, ...part } = entered.value;
  return db.write(async (transaction) => {
    const book = (await bookNamed(db, model, transaction)).id;
    const twin = await twinOf(db, part, transaction);
    if (!twin) {
      await db.parts.create(part, { transaction });
      await db.partFits.create({ partId: part.id, bookId: book, position: "" }, { transaction });
      await tell(db, part.id, "put on file", by, transaction);
      return { id: part.id, name: part.name };
    }
    if (await db.partFits.findOne({ where: { partId: twin.id, bookId: book }, transaction })) {
      const message = `${twin.name}, number ${twin.number}, is on file already.`;
      throw new Refused(409, { code: "conflict", path: "number", message });
    }
    await db.partFits.create({ partId: twin.id, bookId: book, position: "" }, { transaction });
    const { price, currency, pricedOn, priceSource, stock } = part;
    const to = { ...(price !== null && { price, currency, pricedOn, priceSource }), ...(stock > 0 && { stock }) };
    await db.parts.update(to, { where: { id: twin.id }, transaction });
    await tell(db, twin.id, `fits another model too${price === null ? "" : `; ${price} ${currency}`}`, by, transaction);
    return { id: twin.id, name: twin.name };
  });
}

/** The model of that maker and name, however its letters are written. Errors: missing, with those that are like it. */
async function bookNamed(db: Database, model: string, transaction: Tx): Promise<BookRow> {
  const { where, replacements } = foundBy("CONCAT_WS(' ', maker, model)", model);
  const like = await db.sequelize.query<BookRow>(
    `SELECT id, maker, model FROM spec_books ${where === "" ? "" : `WHERE ${where}`} ORDER BY maker, model LIMIT 4`,
    { type: QueryTypes.SELECT, replacements, transaction },
  );
  const named = like.map((book) => ({ book, name: `${book.maker} ${book.model}` }));
  const found = named.find(({ name }) => name.toLowerCase() === model.toLowerCase());
  if (found) return found.book;
  const near = named.length > 0 ? `, such as ${named.map(({ name }) => name).join(", ")}` : "";
  const message = `No model is called ${model}: write maker and model as the spec books have them${near}.`;
  throw new Refused(422, { code: "missing", path: "model", message });
}

/** The part of the same number, maker and use that is on file. */
async function twinOf(
  db: Database,
  { role, number, maker }: Pick<StorePartRow, "role" | "number" | "maker">,
  transaction: Tx,
): Promise<StorePartRow | null> {
  const row = await db.parts.findOne({ where: { role, number, maker }, transaction, lock: transaction.LOCK.UPDATE });
  return row?.get({ plain: true }) ?? null;
}

const tell = (db: Database, partId: string, words: string, by: Actor, transaction: Tx) =>
  db.partLog.create({ id: randomUUID(), partId, at: new Date(), byName: by.name, words }, { transaction });

const no = (path: string, message: string): Refused => new Refused(409, { code: "conflict", path, message });

/** A part is put right, priced, counted, fits another model, may go in instead of another, or holds others; its log says so. */
export async function changePart(db: Database, id: string, change: PartChange, by: Actor): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.parts.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("part");
    const words = await changed(db, row.get({ plain: true }), change, transaction);
    if (words !== "") await tell(db, id, words, by, transaction);
  });
}

/** Does what was asked, and says it in words; no words where all is as it was. */
async function changed(db: Database, part: StorePartRow, change: PartChange, transaction: Tx): Promise<string> {
  const where = { id: part.id };
  const to = (values: Partial<StorePart>) => db.parts.update(values, { where, transaction });
  switch (change.does) {
    case "put right": {
      const { name, number, maker } = change;
      const lead = leadEntered(change.leadDays);
      if (!lead.ok) throw new Refused(422, lead.error);
      const twin = await twinOf(db, { role: part.role, number, maker }, transaction);
      if (twin && twin.id !== part.id) throw no("number", `${twin.name}, number ${number}, is on file already.`);
      await to({ name, number, maker, leadDays: lead.value });
      const told = [
        part.name === name ? "" : `${part.name}, now ${name}`,
        part.number === number ? "" : `number ${part.number}, now ${number}`,
        part.maker === maker ? "" : `made by ${maker || "nobody knows whom"}`,
        part.leadDays === lead.value ? "" : `${lead.value ?? "nobody knows how many"} days to come`,
      ];
      return told.filter(Boolean).join("; ");
    }
    case "priced": {
      const price = priceEntered(
        { price: change.price, currency: change.currency, priceSource: change.priceSource },
        shopToday(),
      );
      if (!price.ok) throw new Refused(422, price.error);
      await to(price.value);
      const is = price.value.price === null ? "price not known" : `${price.value.price} ${price.value.currency}`;
      return `${is}${price.value.priceSource === "" ? "" : `, ${price.value.priceSource}`}${part.price === null ? "" : `; was ${part.price} ${part.currency}`}`;
    }
    case "counted": {
      const stock = stockEntered(change.stock);
      if (!stock.ok) throw new Refused(422, stock.error);
      await to({ stock: stock.value });
      return `${stock.value} counted in stores; there were ${part.stock}`;
    }
    case "fits":
    case "fits no more": {
      const book = await bookNamed(db, change.model, transaction);
      const fit = { partId: part.id, bookId: book.id, position: change.position };
      const model = `${book.maker} ${book.model}${change.position === "" ? "" : `, ${change.position}`}`;
      if (change.does === "fits no more") {
        await db.partFits.destroy({ where: fit, transaction });
        return `does not fit ${model}`;
      }
      const [, fresh] = await db.partFits.findOrCreate({ where: fit, defaults: fit, transaction });
      if (!fresh) throw no("model", `That it fits ${model} is on file already.`);
      return `fits ${model}`;
    }
    case "instead":
    case "not instead": {
      const other = await partNumbered(db, part, change.number, transaction);
      const both = [
        { partId: part.id, otherId: other.id },
        { partId: other.id, otherId: part.id },
      ];
      await db.partInstead.destroy({ where: { [Op.or]: both }, transaction });
      if (change.does === "not instead") return `${other.number} does not go in instead`;
      await db.partInstead.create({ partId: part.id, otherId: other.id }, { transaction });
      return `${other.number} may go in instead`;
    }
    case "holds":
    case "holds no more": {
      const other = await partNumbered(db, part, change.number, transaction);
      const held = { kitId: part.id, partId: other.id };
      await db.partHolds.destroy({ where: held, transaction });
      if (change.does === "holds no more") return `${other.number} is not in the kit`;
      if (!/^[1-9]\d{0,2}$/.test(change.count)) {
        const message = "How many of it are in the kit: 1 or more.";
        throw new Refused(422, { code: "range", path: "count", message });
      }
      if (await db.partHolds.findOne({ where: { kitId: other.id, partId: part.id }, transaction })) {
        throw no("number", `${other.number} is the kit that holds this one: a kit is not in what it holds.`);
      }
      await db.partHolds.create({ ...held, count: Number(change.count) }, { transaction });
      return `holds ${change.count} × ${other.number} ${other.name}`;
    }
  }
}

/** Another part by its number. Errors: missing where no part has it; conflict where it is the same, or several have it. */
async function partNumbered(db: Database, part: StorePartRow, number: string, transaction: Tx): Promise<StorePartRow> {
  const rows = (await db.parts.findAll({ where: { number }, transaction })).map((row) => row.get({ plain: true }));
  const others = rows.filter(({ id }) => id !== part.id);
  const [other] = others;
  if (rows.length > 0 && !other) throw no("number", `${number} is this part: give the number of another.`);
  if (!other) {
    const message = `No part on file has the number ${number}: put it on file first, or look at how it is written.`;
    throw new Refused(422, { code: "missing", path: "number", message });
  }
  // Of several of that number, the one for the same use, where there is one.
  return others.find(({ role }) => role === part.role) ?? other;
}
