import { type Actor, againSchema, type Whose } from "@averin/core";
import { z } from "zod";
import type { Database, Tx } from "../database.ts";
import { proceduresFor } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";
import { AGAIN, againIn, MINUTES, reckonedIn, SHOP } from "./read.ts";
import type { againSaidSchema, minutesSchema, presetSchema, Shop, shopSaidSchema } from "./schema.ts";
import { setShopZone } from "./zone.ts";

/**
 * Makes one of a school's ways the shop's own, or the one that a maker wants of a machine or its model. Errors: unsupported
 * where no procedure on file offers it; not found; missing where a machine without a book stands for its model.
 */
export async function setPreset(
  db: Database,
  { question, word, whose, machine: id, source }: z.infer<typeof presetSchema>,
  by: Actor,
): Promise<void> {
  const of = whose === "shop" ? null : await decidedFor(db, whose, id ?? "");
  if (of !== null && word === "") {
    await db.write((transaction) => db.schoolWays.destroy({ where: { whose: of, question }, transaction }));
    return;
  }
  const procedures = await proceduresFor(db, "any", null);
  const offered = procedures.flatMap(({ procedure: p }) =>
    p.questions.filter((q) => q.id === question && q.kind === "school"),
  );
  if (!offered.some((q) => q.ways.some((way) => way.word === word))) {
    throw new Refused(422, { code: "unsupported", path: "word", message: `"${word}" is no way of that school.` });
  }
  await db.write(async (transaction) => {
    if (of === null) await db.presets.upsert({ question, word }, { transaction });
    else
      await db.schoolWays.upsert(
        { whose: of, question, word, source, saidBy: by.name, saidAt: new Date() },
        { transaction },
      );
  });
}

/** What a maker's word is kept under: a machine's id, or its book's. */
async function decidedFor(db: Database, whose: Whose, machineId: string): Promise<string> {
  const machine = await db.machines.findByPk(machineId);
  if (!machine) throw notFound("machine");
  if (whose === "machine") return machineId;
  const book = machine.get("bookId");
  if (typeof book === "string") return book;
  const message = "This machine's model has no book: say it for this machine alone.";
  throw new Refused(422, { code: "missing", path: "whose", message });
}

/**
 * Changes one row of a setting that holds several by name. Two who say something at once both keep it: the setting is
 * there, and held, before it is read.
 */
async function changeSetting<Row>(
  db: Database,
  { name, read }: { name: string; read: (body: unknown) => Record<string, Row> },
  row: string,
  to: Row | null,
): Promise<void> {
  await db.write(async (transaction) => {
    await db.sequelize.query(
      "INSERT INTO shop_settings (name, body) VALUES (:name, '{}') ON DUPLICATE KEY UPDATE name = name",
      { replacements: { name }, transaction },
    );
    const kept = await db.settings.findByPk(name, { transaction, lock: transaction.LOCK.UPDATE });
    const body = read(kept?.get("body") ?? {});
    delete body[row];
    if (to !== null) body[row] = to;
    await db.settings.upsert({ name, body }, { transaction });
  });
}

/** After how long the shop looks at something again, or as the procedure has it; refused where no work leaves that. */
export async function sayAgain(db: Database, said: z.infer<typeof againSaidSchema>): Promise<void> {
  const { recheck, words, ...amounts } = said;
  const known = await proceduresFor(db, "any", null);
  if (!known.some(({ procedure }) => procedure.release.rechecks.some(({ id }) => id === recheck))) {
    throw new Refused(422, { code: "unsupported", path: "recheck", message: "No work on file leaves that." });
  }
  const typed = Object.entries(amounts).flatMap(([name, text]) => (text === "" ? [] : [[name, Number(text)] as const]));
  if (typed.length > 0 && words === "") {
    const message = "Say by what: our own bearings of three winters, or the maker’s bulletin.";
    throw new Refused(422, { code: "missing", path: "words", message });
  }
  const to = typed.length === 0 ? null : againSchema.parse({ ...Object.fromEntries(typed), words });
  await changeSetting(db, { name: AGAIN, read: againIn }, recheck, to);
}

/** What a work is reckoned with here from now on, or nothing any more; refused where no such procedure is on file. */
export async function sayMinutes(db: Database, said: z.infer<typeof minutesSchema>): Promise<void> {
  const { procedure, minutes, words } = said;
  const known = await proceduresFor(db, "any", null);
  if (!known.some((one) => one.procedure.id === procedure)) {
    throw new Refused(422, { code: "unsupported", path: "procedure", message: `"${procedure}" is no work on file.` });
  }
  if (minutes !== "" && words === "") {
    const message = "Say by what: this shop’s list of 2026, or the maker’s times.";
    throw new Refused(422, { code: "missing", path: "words", message });
  }
  await changeSetting(
    db,
    { name: MINUTES, read: reckonedIn },
    procedure,
    minutes === "" ? null : { minutes: Number(minutes), words },
  );
}

/** Keeps what the shop says of itself, within the transaction that made its first person. */
export async function keepShop(db: Database, shop: Shop, transaction: Tx): Promise<void> {
  await db.settings.upsert({ name: SHOP, body: shop }, { transaction });
}

/** What the shop says of itself from now on, with what an hour costs. Old jobs keep the sums they were told with. */
export async function sayShop(db: Database, { perHour, ...shop }: z.infer<typeof shopSaidSchema>): Promise<void> {
  await db.write(async (transaction) => {
    await keepShop(db, shop, transaction);
    const [whole = "", cents = ""] = perHour.replace(",", ".").split(".");
    if (perHour === "") return db.settings.destroy({ where: { name: "labour" }, transaction });
    const body = { perHour: `${whole}.${cents.padEnd(2, "0")}`, currency: shop.currency };
    return db.settings.upsert({ name: "labour", body }, { transaction });
  });
  setShopZone(shop.zone);
}
