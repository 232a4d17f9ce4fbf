import type { Actor } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Database, MachineRow, OwnerRow, Tx } from "../database.ts";
import { jobsOpenOn } from "../jobs/read.ts";
import { notFound, Refused } from "../refused.ts";
import { merge, unmerge } from "./merge.ts";
import type { MachineChange } from "./schema.ts";

/** A machine is put right, goes to another owner, is retired or comes into use again; what it was before stays readable. */
export async function changeMachine(db: Database, id: string, change: MachineChange, by: Actor): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.machines.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("machine");
    const machine = row.get({ plain: true });
    const { to, words } = await changed(db, machine, change, by, transaction);
    if (words === "") return;
    await row.update(to, { transaction });
    await db.machineChanges.create(
      { id: randomUUID(), machineId: id, at: new Date(), byName: by.name, words },
      { transaction },
    );
  });
}

/** What tells a machine from others, and how it is called. */
const TOLD = [
  ["mark", "mark"],
  ["year", "year"],
  ["serial", "frame number"],
] as const;

const no = (path: string, message: string): Refused => new Refused(409, { code: "conflict", path, message });

/** What a change makes of a machine, and the words that tell of it; no words where all is as it was. */
async function changed(
  db: Database,
  machine: MachineRow,
  change: MachineChange,
  by: Actor,
  transaction: Tx,
): Promise<{ to: Partial<MachineRow>; words: string }> {
  switch (change.does) {
    case "put right": {
      const { does: _, ...to } = change;
      const told = TOLD.flatMap(([key, name]) =>
        machine[key] === to[key] ? [] : [`${name} ${machine[key] || "not known"}, now ${to[key] || "not known"}`],
      );
      return { to, words: told.join("; ") };
    }
    case "sold": {
      const { name, contact } = change;
      const was = (await db.owners.findByPk(machine.ownerId, { transaction }))?.get({ plain: true });
      if (was?.name.toLowerCase() === name.toLowerCase()) {
        const otherwise =
          "If they are reached elsewhere, put that right on their own page; if it is another of that name, say which.";
        throw no("name", `${name} owns it already. ${otherwise}`);
      }
      const known = await ownerCalled(db, { name, contact }, transaction);
      return { to: { ownerId: known }, words: `went from ${was?.name || "an owner not known"} to ${name}` };
    }
    case "retired": {
      if (machine.retiredAt !== null) throw no("$", `${machine.mark} is retired already.`);
      const [open] = await jobsOpenOn(db, [machine.id], transaction);
      if (open) throw no("$", `${open.number} is open on it: release it or hand it back first.`);
      return { to: { retiredAt: new Date() }, words: `retired: ${change.reason}` };
    }
    case "is another":
      return merge(db, machine, change.mark, by, transaction);
    case "is its own":
      return unmerge(db, machine, by, transaction);
    case "in use again":
      if (await db.machineMerges.findByPk(machine.id, { transaction })) {
        throw no("$", `${machine.mark} turned out to be another machine: say first that it is its own.`);
      }
      if (machine.retiredAt === null) throw no("$", `${machine.mark} is in use.`);
      return { to: { retiredAt: null }, words: "in use again" };
    case "second meter": {
      const secondUnit = change.counts === "" ? null : change.counts;
      if (secondUnit === machine.meterUnit) throw no("counts", `Its first meter counts ${secondUnit} already.`);
      if (secondUnit === machine.secondUnit) return { to: {}, words: "" };
      return { to: { secondUnit }, words: secondUnit === null ? "has one meter" : `has a second meter, ${secondUnit}` };
    }
    case "in a fleet": {
      const { fleet } = change;
      if (fleet === machine.fleet) return { to: {}, words: "" };
      return { to: { fleet }, words: fleet === "" ? `left ${machine.fleet}` : `one of ${fleet}` };
    }
    case "ridden": {
      if (machine.retiredAt !== null) throw no("$", `${machine.mark} is retired: put it in use again first.`);
      const { rider } = change;
      await db.machineRides.upsert({ machineId: machine.id, rider, at: new Date() }, { transaction });
      return { to: {}, words: `ridden by ${rider}` };
    }
    case "spare aboard": {
      const { what } = change;
      await db.machineSpares.create(
        { ...NEW_SPARE, id: randomUUID(), machineId: machine.id, what, at: new Date() },
        { transaction },
      );
      return { to: {}, words: `carries ${what}` };
    }
    case "spare used": {
      const spare = await spareOf(db, machine.id, change.spare, transaction);
      if (spare.get("usedAt") !== null)
        throw no("spare", `${spare.get("what")} was used before: say what replaced it.`);
      await spare.update({ usedAt: new Date(), usedFor: change.usedFor }, { transaction });
      return { to: {}, words: `${spare.get("what")} that it carried was used: ${change.usedFor}` };
    }
    case "spare replaced": {
      const spare = await spareOf(db, machine.id, change.spare, transaction);
      if (spare.get("usedAt") === null) throw no("spare", `${spare.get("what")} is aboard: nobody has used it.`);
      const { what, role } = spare.get({ plain: true });
      // The one that was used stays on file: what it had run goes on where it was fitted.
      await spare.update({ replacedAt: new Date() }, { transaction });
      const another = { ...NEW_SPARE, id: randomUUID(), machineId: machine.id, what, role, at: new Date() };
      await db.machineSpares.create(another, { transaction });
      return { to: {}, words: `carries ${what} again` };
    }
    case "spare gone": {
      const spare = await spareOf(db, machine.id, change.spare, transaction);
      await spare.destroy({ transaction });
      return { to: {}, words: `carries ${spare.get("what")} no more` };
    }
  }
}

/** A spare that nobody has used, and of which no job has said anything. */
const NEW_SPARE = {
  ...{ usedAt: null, usedFor: "", role: null, part: null },
  ...{ putBy: null, takenBy: null, replacedAt: null },
};

async function spareOf(db: Database, machineId: string, id: string, transaction: Tx) {
  const spare = await db.machineSpares.findOne({
    where: { id, machineId, replacedAt: null },
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  if (!spare) throw notFound("spare");
  return spare;
}

/** The owner of that name who is reached there, or a new one. Of nobody known there are many: they are not one owner. */
export async function ownerCalled(db: Database, owner: Omit<OwnerRow, "id">, transaction: Tx): Promise<string> {
  const known = owner.name === "" ? null : await db.owners.findOne({ where: { ...owner }, transaction });
  if (known) {
    const merged = await db.ownerMerges.findByPk(known.get("id") as string, { transaction });
    return (merged ?? known).get(merged ? "intoId" : "id") as string;
  }
  const id = randomUUID();
  await db.owners.create({ id, ...owner }, { transaction });
  return id;
}

/** An owner is called otherwise, or reached elsewhere: on all their machines from now on. */
export async function changeOwner(db: Database, id: string, owner: Omit<OwnerRow, "id">): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.owners.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE });
    if (!row) throw notFound("owner");
    await row.update(owner, { transaction });
  });
}
