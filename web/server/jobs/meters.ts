import type { BodyOf, Intake, JobState, Meter } from "@averin/core";
import { randomUUID } from "node:crypto";
import type { WhereOptions } from "sequelize";
import type { Database, JobRow, MachineRow, Tx } from "../database.ts";
import { lastMeter } from "../machines/read.ts";

type Said = { meter: number | null; meterGoesBack: boolean; second: number | null; secondGoesBack: boolean };

/** What the meters of a machine that came in show, beside what they showed last. */
export async function metersRead(
  db: Database,
  { id, meterUnit, secondUnit }: MachineRow,
  { meter, meterGoesBack, second, secondGoesBack }: Said,
  before: { where?: WhereOptions; transaction: Tx },
): Promise<Pick<Intake, "meter" | "second">> {
  const read = async (unit: string, value: number | null, goesBack: boolean) => ({
    ...{ unit: unit as Meter, value, goesBack },
    last: await lastMeter(db, id, unit, before),
  });
  return {
    meter: await read(meterUnit, meter, meterGoesBack),
    second: secondUnit === null ? null : await read(secondUnit, second, secondGoesBack),
  };
}

/** Keeps what the meters showed when a job was opened. */
export async function keepMeters(
  db: Database,
  { id: jobId, openedAt: readAt }: Pick<JobRow, "id" | "openedAt">,
  { machine, meter }: Pick<BodyOf<"job_opened">, "machine" | "meter">,
  transaction: Tx,
): Promise<void> {
  const { second, ...first } = meter;
  const rows = [first, ...(second ? [second] : [])].flatMap(({ unit, value }) =>
    value === null ? [] : [{ id: randomUUID(), machineId: machine.id, value, unit, readAt, jobId }],
  );
  await db.meterReadings.bulkCreate(rows, { transaction });
}

/** A job that was cancelled says nothing of the machine's meter; one that goes on after all says it again. */
export async function metersAnew(
  db: Database,
  job: Pick<JobRow, "id" | "openedAt">,
  state: JobState,
  transaction: Tx,
): Promise<void> {
  await db.meterReadings.destroy({ where: { jobId: job.id }, transaction });
  if (!state.opened || state.released?.body.type === "job_cancelled") return;
  await keepMeters(db, job, state.opened.body, transaction);
}
