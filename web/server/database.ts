import type { StorePart } from "@averin/core";
import { DataTypes, type Model, type ModelAttributes, type ModelStatic, Sequelize, type Transaction } from "sequelize";
import { AsyncLocalStorage } from "node:async_hooks";
import { setTimeout as wait } from "node:timers/promises";
import { environment } from "./environment.ts";

/** Codes after which a transaction is run again whole: a deadlock, also as Galera reports a lost certification. */
const RETRY_CODES = new Set([1213, 1205]);
const MOST_TRIES = 8;

/** A JSON column as a plain query gives it: read by the driver already, or as text. */
export const fromJson = (value: unknown): unknown => (typeof value === "string" ? JSON.parse(value) : value);

const stamp = DataTypes.DATE(3);
const key = (length = 60) => ({ type: DataTypes.STRING(length), primaryKey: true });
const text = (length = 200) => ({ type: DataTypes.STRING(length), allowNull: false });
const maybe = (length = 200) => ({ type: DataTypes.STRING(length), allowNull: true });

export type PersonRow = {
  id: string;
  name: string;
  passwordHash: string;
  roles: string[];
  createdAt: Date;
  pinHash: string | null;
  /** Its password stands in print, as in the demo: it opens nothing where strangers on the wire can reach the door. */
  printedPassword: boolean;
  /** Since when somebody works here no more: they open nothing, and their name stays on what they did. */
  leftAt: Date | null;
};
export type KnownBrowserRow = { tokenHash: string; personId: string; lastAt: Date };
export type SessionRow = { tokenHash: string; personId: string; expiresAt: Date };
export type BookRow = {
  id: string;
  maker: string;
  model: string;
  build: string;
  builds: string[];
  title: string;
  /** What it is, where nobody has said what it has of all that such a machine may have; else null. */
  kind: string | null;
  /** What is known to go wrong on this model: where, how it shows, what is done. */
  weaknesses: string[];
};
export type MachineFigureRow = {
  id: string;
  machineId: string;
  specKey: string;
  format: number;
  body: unknown;
  enteredBy: string;
  enteredAt: Date;
};
export type RecheckRow = {
  id: string;
  jobId: string;
  machineId: string;
  /** What it is, whatever its words. */
  about: string;
  what: string;
  dueMeter: number | null;
  /** The meter that it falls due by, where that is not the first. */
  dueUnit: string | null;
  dueOn: Date | null;
  doneBy: string | null;
  doneAt: Date | null;
  note: string | null;
};
export type SpecRow = {
  bookId: string;
  specKey: string;
  scope: string;
  format: number;
  body: unknown;
  enteredBy: string | null;
  enteredAt: Date | null;
};
/** A figure of a book that another took the place of, with who did that and why. */
export type SupersededRow = {
  id: string;
  bookId: string;
  specKey: string;
  format: number;
  body: unknown;
  enteredBy: string | null;
  supersededBy: string;
  supersededAt: Date;
  reason: string;
};
/** A gauge or a wrench as the shop holds it, and since when it is not used any more. */
export type ToolRow = { id: string; body: unknown; putAwayAt: Date | null };
/** What was done with a gauge or a wrench: calibrated, checked, put away; by whom. */
export type ToolLogRow = { id: string; toolId: string; at: Date; byName: string; words: string };
/** The gauge or wrench that a person takes at a step. */
export type ToolTakenRow = { personId: string; step: string; toolId: string; at: Date };
export type StorePartRow = Omit<StorePart, "positions" | "instead" | "holds">;
/** A model that a part fits, at one of its places or, where that is empty, at all of them. */
export type PartFitRow = { partId: string; bookId: string; position: string };
/** Two parts of which one may go in instead of the other; said once, it holds both ways. */
export type PartInsteadRow = { partId: string; otherId: string };
export type PartHoldsRow = { kitId: string; partId: string; count: number };
/** What became of a part: priced, counted, fits another model; by whom. */
export type PartLogRow = { id: string; partId: string; at: Date; byName: string; words: string };
/** A part that was bad, as the job said it in which it was met; what was done about it stands in its lines. */
export type ComplaintRow = {
  /** The line of the job that said it. */
  id: string;
  jobId: string;
  name: string;
  number: string;
  words: string;
  task: string;
  at: Date;
  byName: string;
  /** What was done last about it. */
  state: string;
};
export type ComplaintLineRow = {
  id: string;
  complaintId: string;
  at: Date;
  byName: string;
  does: string;
  words: string;
};
export type OwnerRow = { id: string; name: string; contact: string };
export type MachineRow = {
  id: string;
  ownerId: string;
  bookId: string | null;
  maker: string;
  model: string;
  year: number | null;
  mark: string;
  build: string;
  /** Everything it has that a procedure can be for. */
  builds: string[];
  meterUnit: string;
  /** What its second meter counts, where it has two. */
  secondUnit: string | null;
  /** The number on its frame; empty where nobody read it. */
  serial: string;
  /** Whose machines it is one of, where several people ride them; empty: of no fleet. */
  fleet: string;
  /** Since when it is not worked on any more. */
  retiredAt: Date | null;
};
/** What a walk round a machine came to last. */
export type MachineLookRow = {
  machineId: string;
  jobId: string;
  word: string;
  watched: string[];
  keeps: string[];
  byName: string;
  at: Date;
};
export type MachineRideRow = { machineId: string; rider: string; at: Date };
export type MachineSpareRow = {
  id: string;
  machineId: string;
  what: string;
  at: Date;
  usedAt: Date | null;
  usedFor: string;
  /** The role under which stores hold it, where a job said. */
  role: string | null;
  /** Of what a job took out: the part by the id that lasts, and that job. */
  part: string | null;
  putBy: string | null;
  /** The job that fitted it. */
  takenBy: string | null;
  replacedAt: Date | null;
};
/** A tool that a shop noted at a step, for machines of one model. */
export type StepToolRow = {
  id: string;
  bookId: string;
  procedureId: string;
  task: string;
  words: string;
  photoJobId: string | null;
  photoId: string | null;
  byName: string;
  at: Date;
};
export type BoardWallRow = {
  id: string;
  name: string;
  secretHash: string;
  byName: string;
  at: Date;
  takenBackAt: Date | null;
};
/** What became of a machine: put right, sold, retired; by whom. */
/** A machine that turned out to be another, with what moved there. */
export type MachineMergeRow = { machineId: string; intoId: string; at: Date; byName: string; moved: unknown };
/** An owner who turned out to be another one on file, with what moved there. */
export type OwnerMergeRow = { ownerId: string; intoId: string; at: Date; byName: string; moved: unknown };
export type MachineChangeRow = { id: string; machineId: string; at: Date; byName: string; words: string };
export type MeterReadingRow = {
  id: string;
  machineId: string;
  value: number;
  unit: string;
  readAt: Date;
  jobId: string | null;
};
export type ProcedureRow = {
  hash: string;
  procedureId: string;
  version: number;
  build: string;
  /** When its text was taken in last: of two of one version the later is the newer. */
  keptAt: Date;
  /** Whether new jobs are opened with it: the newest of its id, where today's checks let it pass. */
  offered: boolean;
  body: unknown;
};
export type CounterRow = { name: string; value: number };
export type JobRow = {
  id: string;
  number: string;
  machineId: string;
  /** Whose machine it was when the job was opened. */
  ownerId: string;
  procedureHash: string;
  lastNumber: number;
  openedAt: Date;
  /** The id that the form at the counter gave its intake: sent twice it opens one job. */
  intakeId: string | null;
};
export type JobEventRow = {
  jobId: string;
  number: number;
  id: string;
  type: string;
  at: Date;
  by: unknown;
  /** The format that its body was written in. */
  format: number;
  body: unknown;
  /** When it was typed, where a screen said so, and the bound it was set to, if it was. */
  typed: unknown;
};
export type ReadingRow = {
  eventId: string;
  jobId: string;
  point: string;
  item: number;
  place: number;
  phase: string;
  typed: string;
  unit: string;
  value: number;
  valueInBase: number;
  gaugeId: string;
};
export type FitRow = { eventId: string; jobId: string; entry: string; item: number; facing: string | null };
export type TorqueRow = {
  eventId: string;
  jobId: string;
  entry: string;
  place: number;
  pass: number;
  typed: string;
  valueNm: number;
  wrenchId: string;
};
export type JobSummaryRow = {
  jobId: string;
  stage: string;
  next: string;
  openCount: number;
  lastNumber: number;
  needs: string;
  clocks: unknown;
  stopText: string | null;
  sinceAt: Date | null;
  lastBy: string;
  /** By which day it was promised, and whose it is to do. */
  promisedOn: string | null;
  assignedId: string | null;
  assignedName: string | null;
};
/** What a job is called, and the words by which it is found again. */
export type JobWorkRow = {
  jobId: string;
  work: string;
  procedureHash: string;
  position: string | null;
  dropped: boolean;
};
export type JobOutcomeRow = {
  jobId: string;
  work: string;
  procedureId: string;
  how: string;
  /** What went in new with the work, by role, between commas; null while a job of an earlier version has not said. */
  roles: string | null;
};
export type SymptomSetRow = { id: string; body: unknown };
export type JobCauseRow = { jobId: string; symptom: string; suspect: string | null };
export type JobWordsRow = { jobId: string; work: string; words: string };
export type StrayRow = {
  id: string;
  jobId: string;
  personId: string;
  personName: string;
  text: string;
  typedAt: Date;
  refusedAt: Date;
  why: string;
  settledAt: Date | null;
  settledBy: string | null;
  settledHow: string | null;
  settledWord: string | null;
};
export type SettingRow = { name: string; body: unknown };
export type ProcedureFaultRow = { file: string; message: string };
export type PresetRow = { question: string; word: string };
/** What a maker wants done in one way: of the machine or the book of that id, and where that stands. */
export type SchoolWayRow = {
  whose: string;
  question: string;
  word: string;
  source: string;
  saidBy: string;
  saidAt: Date;
};
export type PhotoRow = {
  id: string;
  jobId: string;
  personId: string;
  width: number;
  height: number;
  bytes: Buffer;
  takenAt: Date;
};

function models(sequelize: Sequelize) {
  const define = <Row extends object>(
    name: string,
    attributes: ModelAttributes<Model<Row>, Row>,
  ): ModelStatic<Model<Row>> => sequelize.define<Model<Row>>(name, attributes, { tableName: name, timestamps: false });
  const jobId = { type: DataTypes.CHAR(36), allowNull: false };
  const tool = () => ({
    ...{ id: key(), body: { type: DataTypes.JSON, allowNull: false } },
    putAwayAt: { type: stamp, allowNull: true },
  });
  /** What two that turned out to be one are kept with. */
  const merged = () => ({
    intoId: { type: DataTypes.CHAR(36), allowNull: false },
    at: { type: stamp, allowNull: false },
    byName: text(80),
    moved: { type: DataTypes.JSON, allowNull: false },
  });
  return {
    people: define<PersonRow>("people", {
      id: key(36),
      name: { ...text(80), unique: true },
      passwordHash: text(200),
      roles: { type: DataTypes.JSON, allowNull: false },
      createdAt: { type: stamp, allowNull: false },
      pinHash: maybe(200),
      printedPassword: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      leftAt: { type: stamp, allowNull: true },
    }),
    knownBrowsers: define<KnownBrowserRow>("known_browsers", {
      tokenHash: key(64),
      personId: key(36),
      lastAt: { type: stamp, allowNull: false },
    }),
    sessions: define<SessionRow>("sessions", {
      tokenHash: key(64),
      personId: { type: DataTypes.CHAR(36), allowNull: false },
      expiresAt: { type: stamp, allowNull: false },
    }),
    books: define<BookRow>("spec_books", {
      id: key(),
      maker: text(80),
      model: text(80),
      build: text(60),
      builds: { type: DataTypes.JSON, allowNull: false },
      title: text(200),
      kind: maybe(80),
      weaknesses: { type: DataTypes.JSON, allowNull: false, defaultValue: [] },
    }),
    specs: define<SpecRow>("specs", {
      bookId: key(),
      specKey: key(),
      /** What it holds for, as the core keys it; empty where it is every machine of the model. */
      scope: key(500),
      format: { type: DataTypes.INTEGER, allowNull: false },
      body: { type: DataTypes.JSON, allowNull: false },
      enteredBy: maybe(80),
      enteredAt: { type: stamp, allowNull: true },
    }),
    superseded: define<SupersededRow>("superseded_specs", {
      id: key(36),
      bookId: text(60),
      specKey: text(60),
      format: { type: DataTypes.INTEGER, allowNull: false },
      body: { type: DataTypes.JSON, allowNull: false },
      enteredBy: maybe(80),
      supersededBy: text(80),
      supersededAt: { type: stamp, allowNull: false },
      reason: text(500),
    }),
    rechecks: define<RecheckRow>("rechecks", {
      id: key(36),
      jobId,
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      about: text(120),
      what: text(300),
      dueMeter: { type: DataTypes.DOUBLE, allowNull: true },
      dueUnit: maybe(4),
      dueOn: { type: stamp, allowNull: true },
      doneBy: maybe(80),
      doneAt: { type: stamp, allowNull: true },
      note: maybe(500),
    }),
    machineFigures: define<MachineFigureRow>("machine_figures", {
      id: key(36),
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      specKey: text(60),
      format: { type: DataTypes.INTEGER, allowNull: false },
      body: { type: DataTypes.JSON, allowNull: false },
      enteredBy: text(80),
      enteredAt: { type: stamp, allowNull: false },
    }),
    gauges: define<ToolRow>("gauges", tool()),
    wrenches: define<ToolRow>("wrenches", tool()),
    toolLog: define<ToolLogRow>("tool_log", {
      ...{ id: key(36), toolId: text(60), byName: text(80), words: text(500) },
      at: { type: stamp, allowNull: false },
    }),
    toolsTaken: define<ToolTakenRow>("tools_taken", {
      ...{ personId: key(36), step: key(160), toolId: text(60) },
      at: { type: stamp, allowNull: false },
    }),
    parts: define<StorePartRow>("store_parts", {
      id: key(),
      role: text(60),
      name: text(120),
      number: text(60),
      maker: text(80),
      nominal: maybe(20),
      thicknessMm: { type: DataTypes.DOUBLE, allowNull: true },
      price: { type: DataTypes.DECIMAL(12, 2), allowNull: true },
      currency: text(8),
      pricedOn: { type: DataTypes.DATEONLY, allowNull: true },
      priceSource: text(120),
      stock: { type: DataTypes.INTEGER, allowNull: false },
      leadDays: { type: DataTypes.INTEGER, allowNull: true },
    }),
    partFits: define<PartFitRow>("part_fits", {
      partId: key(),
      bookId: key(),
      position: { ...key(), defaultValue: "" },
    }),
    partInstead: define<PartInsteadRow>("part_instead", { partId: key(), otherId: key() }),
    partHolds: define<PartHoldsRow>("part_holds", {
      ...{ kitId: key(), partId: key() },
      count: { type: DataTypes.INTEGER, allowNull: false },
    }),
    partLog: define<PartLogRow>("part_log", {
      ...{ id: key(36), partId: text(60), byName: text(80), words: text(500) },
      at: { type: stamp, allowNull: false },
    }),
    complaints: define<ComplaintRow>("part_complaints", {
      ...{ id: key(36), jobId: text(36), name: text(160), number: text(60), words: text(2000) },
      ...{ task: text(200), byName: text(80), state: text(20) },
      at: { type: stamp, allowNull: false },
    }),
    complaintLines: define<ComplaintLineRow>("complaint_lines", {
      ...{ id: key(36), complaintId: text(36), byName: text(80), does: text(20), words: text(500) },
      at: { type: stamp, allowNull: false },
    }),
    owners: define<OwnerRow>("owners", { id: key(36), name: text(120), contact: text(200) }),
    machines: define<MachineRow>("machines", {
      id: key(36),
      ownerId: { type: DataTypes.CHAR(36), allowNull: false },
      bookId: maybe(60),
      maker: text(80),
      model: text(80),
      year: { type: DataTypes.INTEGER, allowNull: true },
      mark: text(80),
      build: text(60),
      builds: { type: DataTypes.JSON, allowNull: false },
      meterUnit: text(4),
      secondUnit: maybe(4),
      serial: { ...text(60), defaultValue: "" },
      fleet: { ...text(60), defaultValue: "" },
      retiredAt: { type: stamp, allowNull: true },
    }),
    machineLooks: define<MachineLookRow>("machine_looks", {
      ...{ machineId: key(36), word: text(40), byName: text(80) },
      jobId: { type: DataTypes.CHAR(36), allowNull: false },
      watched: { type: DataTypes.JSON, allowNull: false },
      keeps: { type: DataTypes.JSON, allowNull: false },
      at: { type: stamp, allowNull: false },
    }),
    machineRides: define<MachineRideRow>("machine_rides", {
      ...{ machineId: key(36), rider: text(80) },
      at: { type: stamp, allowNull: false },
    }),
    machineSpares: define<MachineSpareRow>("machine_spares", {
      ...{ id: key(36), what: text(120), usedFor: { ...text(200), defaultValue: "" } },
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      at: { type: stamp, allowNull: false },
      usedAt: { type: stamp, allowNull: true },
      ...{ role: maybe(60), part: maybe(120), putBy: maybe(36), takenBy: maybe(36) },
      replacedAt: { type: stamp, allowNull: true },
    }),
    stepTools: define<StepToolRow>("step_tools", {
      ...{ id: key(36), bookId: text(60), procedureId: text(60), task: text(160), words: text(200), byName: text(80) },
      ...{ photoJobId: maybe(36), photoId: maybe(36) },
      at: { type: stamp, allowNull: false },
    }),
    boardWalls: define<BoardWallRow>("board_walls", {
      ...{ id: key(36), name: text(80), byName: text(80) },
      secretHash: { type: DataTypes.CHAR(64), allowNull: false, unique: true },
      at: { type: stamp, allowNull: false },
      takenBackAt: { type: stamp, allowNull: true },
    }),
    ownerMerges: define<OwnerMergeRow>("owner_merges", {
      ownerId: key(36),
      ...merged(),
    }),
    machineMerges: define<MachineMergeRow>("machine_merges", {
      machineId: key(36),
      ...merged(),
    }),
    machineChanges: define<MachineChangeRow>("machine_changes", {
      id: key(36),
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      at: { type: stamp, allowNull: false },
      byName: text(80),
      words: text(700),
    }),
    meterReadings: define<MeterReadingRow>("meter_readings", {
      id: key(36),
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      value: { type: DataTypes.DOUBLE, allowNull: false },
      unit: text(4),
      readAt: { type: stamp, allowNull: false },
      jobId: { type: DataTypes.CHAR(36), allowNull: true },
    }),
    procedures: define<ProcedureRow>("procedures", {
      hash: key(64),
      procedureId: text(60),
      version: { type: DataTypes.INTEGER, allowNull: false },
      build: text(60),
      keptAt: { type: stamp, allowNull: false },
      offered: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      body: { type: DataTypes.JSON, allowNull: false },
    }),
    counters: define<CounterRow>("counters", { name: key(), value: { type: DataTypes.INTEGER, allowNull: false } }),
    jobs: define<JobRow>("jobs", {
      id: key(36),
      number: { ...text(12), unique: true },
      machineId: { type: DataTypes.CHAR(36), allowNull: false },
      ownerId: { type: DataTypes.CHAR(36), allowNull: false },
      procedureHash: text(64),
      lastNumber: { type: DataTypes.INTEGER, allowNull: false },
      openedAt: { type: stamp, allowNull: false },
      intakeId: { type: DataTypes.CHAR(36), allowNull: true, unique: true },
    }),
    events: define<JobEventRow>("job_events", {
      jobId: { ...key(36) },
      number: { type: DataTypes.INTEGER, primaryKey: true },
      id: { type: DataTypes.CHAR(36), allowNull: false, unique: true },
      type: text(40),
      at: { type: stamp, allowNull: false },
      by: { type: DataTypes.JSON, allowNull: false },
      format: { type: DataTypes.INTEGER, allowNull: false },
      body: { type: DataTypes.JSON, allowNull: false },
      typed: { type: DataTypes.JSON, allowNull: true },
    }),
    readings: define<ReadingRow>("readings", {
      eventId: key(36),
      jobId,
      point: text(60),
      item: { type: DataTypes.INTEGER, allowNull: false },
      place: { type: DataTypes.INTEGER, allowNull: false },
      phase: text(8),
      typed: text(40),
      unit: text(10),
      value: { type: DataTypes.DOUBLE, allowNull: false },
      valueInBase: { type: DataTypes.DOUBLE, allowNull: false },
      gaugeId: text(60),
    }),
    fits: define<FitRow>("fits", {
      eventId: key(36),
      jobId,
      entry: text(60),
      item: { type: DataTypes.INTEGER, allowNull: false },
      facing: maybe(200),
    }),
    torques: define<TorqueRow>("torques", {
      eventId: key(36),
      jobId,
      entry: text(60),
      place: { type: DataTypes.INTEGER, allowNull: false },
      pass: { type: DataTypes.INTEGER, allowNull: false },
      typed: text(40),
      valueNm: { type: DataTypes.DOUBLE, allowNull: false },
      wrenchId: text(60),
    }),
    summaries: define<JobSummaryRow>("job_summaries", {
      jobId: { ...key(36) },
      stage: text(20),
      next: text(200),
      openCount: { type: DataTypes.INTEGER, allowNull: false },
      lastNumber: { type: DataTypes.INTEGER, allowNull: false },
      needs: text(20),
      clocks: { type: DataTypes.JSON, allowNull: false },
      stopText: maybe(500),
      sinceAt: { type: stamp, allowNull: true },
      lastBy: text(80),
      promisedOn: { type: DataTypes.DATEONLY, allowNull: true },
      assignedId: maybe(36),
      assignedName: maybe(80),
    }),
    symptomSets: define<SymptomSetRow>("symptom_sets", {
      id: key(),
      body: { type: DataTypes.JSON, allowNull: false },
    }),
    causes: define<JobCauseRow>("job_causes", { jobId: { ...key(36) }, symptom: key(130), suspect: maybe(60) }),
    outcomes: define<JobOutcomeRow>("job_outcomes", {
      jobId: { ...key(36) },
      work: key(4),
      procedureId: text(60),
      how: text(20),
      roles: maybe(2000),
    }),
    works: define<JobWorkRow>("job_works", {
      jobId: { ...key(36) },
      work: key(4),
      procedureHash: { type: DataTypes.CHAR(64), allowNull: false },
      position: maybe(60),
      dropped: { type: DataTypes.BOOLEAN, allowNull: false },
    }),
    words: define<JobWordsRow>("job_words", {
      jobId: { ...key(36) },
      work: text(200),
      words: { type: DataTypes.TEXT, allowNull: false },
    }),
    strays: define<StrayRow>("strays", {
      id: key(36),
      jobId,
      personId: { type: DataTypes.CHAR(36), allowNull: false },
      personName: text(80),
      text: text(2000),
      typedAt: { type: stamp, allowNull: false },
      refusedAt: { type: stamp, allowNull: false },
      why: text(1000),
      settledAt: { type: stamp, allowNull: true },
      settledBy: maybe(80),
      settledHow: maybe(20),
      settledWord: maybe(500),
    }),
    settings: define<SettingRow>("shop_settings", { name: key(), body: { type: DataTypes.JSON, allowNull: false } }),
    procedureFaults: define<ProcedureFaultRow>("procedure_faults", { file: key(120), message: text(4000) }),
    presets: define<PresetRow>("shop_presets", { question: key(), word: text(80) }),
    schoolWays: define<SchoolWayRow>("maker_ways", {
      ...{ whose: key(36), question: key(60), word: text(80), source: text(200), saidBy: text(80) },
      saidAt: { type: stamp, allowNull: false },
    }),
    photos: define<PhotoRow>("photos", {
      id: key(36),
      jobId,
      personId: { type: DataTypes.CHAR(36), allowNull: false },
      width: { type: DataTypes.INTEGER, allowNull: false },
      height: { type: DataTypes.INTEGER, allowNull: false },
      bytes: { type: DataTypes.BLOB("medium"), allowNull: false },
      takenAt: { type: stamp, allowNull: false },
    }),
  };
}

declare const OPEN: unique symbol;
/** An open transaction: only `write` gives one, and every call inside it takes it. */
export type Tx = Transaction & { readonly [OPEN]: true };
/** Where something is read: inside an open transaction, or by itself. */
export type At = Tx | null;

export type Database = ReturnType<typeof models> & {
  sequelize: Sequelize;
  /** Runs `work` in one transaction and again, whole, when the server says deadlock; kept only once COMMIT returned. */
  write: <T>(work: (transaction: Tx) => Promise<T>) => Promise<T>;
};

export function connect(url: string): Database {
  const sequelize = new Sequelize(url.replace(/^mysql:/, "mariadb:"), {
    dialect: "mariadb",
    timezone: "+00:00",
    logging: false,
    // A request takes one connection; more of them than these wait their turn instead of failing.
    pool: { max: 10, acquire: 60_000 },
    dialectOptions: {
      supportBigNumbers: false,
      bigIntAsNumber: true,
      insertIdAsNumber: true,
      // A database that is not there says so at once; one that has much to do answers late.
      connectTimeout: 30_000,
      // Read committed: a line waits for the lock on its own job only, and then sees all that was kept before.
      sessionVariables: { sql_mode: "TRADITIONAL" },
      initSql: "SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED",
    },
  });
  // A query that went beside its transaction would be kept although the rest is not: a mistake of ours, told at once.
  const inside = new AsyncLocalStorage<true>();
  sequelize.addHook("beforeQuery", (options) => {
    if (inside.getStore() && !(options as { transaction?: unknown }).transaction) {
      throw new Error("a query inside a transaction must take it");
    }
  });
  const write = async <T>(work: (transaction: Tx) => Promise<T>): Promise<T> => {
    for (let attempt = 1; ; attempt += 1) {
      try {
        return await sequelize.transaction((transaction) => inside.run(true, () => work(transaction as Tx)));
      } catch (error) {
        const code =
          (error as { original?: { errno?: number } }).original?.errno ?? (error as { errno?: number }).errno;
        if (attempt >= MOST_TRIES || code === undefined || !RETRY_CODES.has(code)) throw error;
        // Those that ran into each other come back at different moments, later each time.
        await wait(Math.random() * 10 * 2 ** attempt);
      }
    }
  };
  const tables = models(sequelize);
  raiseWith(
    sequelize,
    OF_THE_SHOP.map((name) => tables[name]),
  );
  return { ...tables, sequelize, write };
}

/** The counter that goes up with every change to what a job is judged by. */
export const SHOP_VERSION = "shop-figures";
/** The tables that hold it. */
const OF_THE_SHOP = [
  ...(["books", "specs", "machineFigures", "gauges", "wrenches", "stepTools"] as const),
  ...(["parts", "partFits", "partInstead", "partHolds"] as const),
  ...(["presets", "schoolWays", "settings", "procedures", "people"] as const),
];
const CHANGES = [
  ...["afterCreate", "afterUpdate", "afterDestroy", "afterUpsert"],
  ...["afterBulkCreate", "afterBulkUpdate", "afterBulkDestroy"],
];

/** Raises the shop's version with every change to these tables, in the transaction of the change. */
function raiseWith(
  sequelize: Sequelize,
  tables: readonly { addHook: (change: never, raise: never) => unknown }[],
): void {
  const raise = async (...told: unknown[]): Promise<void> => {
    const { transaction } = told[told.length - 1] as { transaction?: Transaction };
    await sequelize.query(
      "INSERT INTO counters (name, value) VALUES (?, 1) ON DUPLICATE KEY UPDATE value = value + 1",
      { replacements: [SHOP_VERSION], transaction: transaction ?? null },
    );
  };
  for (const table of tables) for (const change of CHANGES) table.addHook(change as never, raise as never);
}

const held = globalThis as { averinDatabase?: Database };

/** The one connection pool of this process. */
export function database(): Database {
  held.averinDatabase ??= connect(environment().AVERIN_DATABASE_URL);
  return held.averinDatabase;
}
