import { readFigure, scopeOf } from "@averin/core";
import { literal, Op } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import type { Database } from "./database.ts";

const JOB = "jobId CHAR(36) NOT NULL, FOREIGN KEY (jobId) REFERENCES jobs(id)";

/** Each step is safe to run again: MariaDB commits DDL by itself. */
const MIGRATIONS: { name: string; statements: string[]; then?: (db: Database) => Promise<void> }[] = [
  {
    name: "0001-first-slice",
    statements: [
      `CREATE TABLE IF NOT EXISTS people (id CHAR(36) PRIMARY KEY, name VARCHAR(80) NOT NULL UNIQUE,
        passwordHash VARCHAR(200) NOT NULL, roles JSON NOT NULL, createdAt DATETIME(3) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS sessions (tokenHash CHAR(64) PRIMARY KEY, personId CHAR(36) NOT NULL,
        expiresAt DATETIME(3) NOT NULL, FOREIGN KEY (personId) REFERENCES people(id))`,
      `CREATE TABLE IF NOT EXISTS spec_books (id VARCHAR(60) PRIMARY KEY, maker VARCHAR(80) NOT NULL,
        model VARCHAR(80) NOT NULL, build VARCHAR(60) NOT NULL, title VARCHAR(200) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS specs (bookId VARCHAR(60) NOT NULL, specKey VARCHAR(60) NOT NULL, body JSON NOT NULL,
        PRIMARY KEY (bookId, specKey), FOREIGN KEY (bookId) REFERENCES spec_books(id))`,
      `CREATE TABLE IF NOT EXISTS gauges (id VARCHAR(60) PRIMARY KEY, body JSON NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS wrenches (id VARCHAR(60) PRIMARY KEY, body JSON NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS store_parts (id VARCHAR(60) PRIMARY KEY, bookId VARCHAR(60) NOT NULL,
        role VARCHAR(60) NOT NULL, name VARCHAR(120) NOT NULL, number VARCHAR(60) NOT NULL, nominal VARCHAR(20),
        thicknessMm DOUBLE, price DECIMAL(12,2) NOT NULL, currency VARCHAR(8) NOT NULL, stock INT NOT NULL,
        FOREIGN KEY (bookId) REFERENCES spec_books(id))`,
      `CREATE TABLE IF NOT EXISTS owners (id CHAR(36) PRIMARY KEY, name VARCHAR(120) NOT NULL, contact VARCHAR(200) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS machines (id CHAR(36) PRIMARY KEY, ownerId CHAR(36) NOT NULL, bookId VARCHAR(60),
        maker VARCHAR(80) NOT NULL, model VARCHAR(80) NOT NULL, year INT, mark VARCHAR(80) NOT NULL,
        build VARCHAR(60) NOT NULL, meterUnit VARCHAR(4) NOT NULL,
        FOREIGN KEY (ownerId) REFERENCES owners(id), FOREIGN KEY (bookId) REFERENCES spec_books(id))`,
      `CREATE TABLE IF NOT EXISTS procedures (hash CHAR(64) PRIMARY KEY, procedureId VARCHAR(60) NOT NULL,
        version INT NOT NULL, body JSON NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS counters (name VARCHAR(60) PRIMARY KEY, value INT NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS jobs (id CHAR(36) PRIMARY KEY, number VARCHAR(12) NOT NULL UNIQUE,
        machineId CHAR(36) NOT NULL, procedureHash CHAR(64) NOT NULL, lastNumber INT NOT NULL, openedAt DATETIME(3) NOT NULL,
        FOREIGN KEY (machineId) REFERENCES machines(id), FOREIGN KEY (procedureHash) REFERENCES procedures(hash))`,
      `CREATE TABLE IF NOT EXISTS meter_readings (id CHAR(36) PRIMARY KEY, machineId CHAR(36) NOT NULL, value DOUBLE NOT NULL,
        unit VARCHAR(4) NOT NULL, readAt DATETIME(3) NOT NULL, jobId CHAR(36),
        FOREIGN KEY (machineId) REFERENCES machines(id), FOREIGN KEY (jobId) REFERENCES jobs(id))`,
      `CREATE TABLE IF NOT EXISTS job_events (jobId CHAR(36) NOT NULL, number INT NOT NULL, id CHAR(36) NOT NULL UNIQUE,
        type VARCHAR(40) NOT NULL, at DATETIME(3) NOT NULL, \`by\` JSON NOT NULL, body JSON NOT NULL,
        PRIMARY KEY (jobId, number), FOREIGN KEY (jobId) REFERENCES jobs(id))`,
      `CREATE TABLE IF NOT EXISTS readings (eventId CHAR(36) PRIMARY KEY, ${JOB}, point VARCHAR(60) NOT NULL, item INT NOT NULL,
        place INT NOT NULL, phase VARCHAR(8) NOT NULL, typed VARCHAR(40) NOT NULL, unit VARCHAR(10) NOT NULL,
        value DOUBLE NOT NULL, valueInBase DOUBLE NOT NULL, gaugeId VARCHAR(60) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS fits (eventId CHAR(36) PRIMARY KEY, ${JOB}, entry VARCHAR(60) NOT NULL, item INT NOT NULL,
        facing VARCHAR(200))`,
      `CREATE TABLE IF NOT EXISTS torques (eventId CHAR(36) PRIMARY KEY, ${JOB}, entry VARCHAR(60) NOT NULL, place INT NOT NULL,
        pass INT NOT NULL, typed VARCHAR(40) NOT NULL, valueNm DOUBLE NOT NULL, wrenchId VARCHAR(60) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS job_summaries (${JOB}, stage VARCHAR(20) NOT NULL, next VARCHAR(200) NOT NULL,
        openCount INT NOT NULL, lastNumber INT NOT NULL, PRIMARY KEY (jobId))`,
    ],
  },
  {
    name: "0002-bench-in-full",
    statements: [
      `ALTER TABLE people ADD COLUMN IF NOT EXISTS pinHash VARCHAR(200), ADD COLUMN IF NOT EXISTS pinTries INT NOT NULL DEFAULT 0,
        ADD COLUMN IF NOT EXISTS pinLockedUntil DATETIME(3)`,
      `CREATE TABLE IF NOT EXISTS shop_presets (question VARCHAR(60) PRIMARY KEY, word VARCHAR(80) NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS photos (id CHAR(36) PRIMARY KEY, ${JOB}, personId CHAR(36) NOT NULL, width INT NOT NULL,
        height INT NOT NULL, bytes MEDIUMBLOB NOT NULL, takenAt DATETIME(3) NOT NULL,
        FOREIGN KEY (personId) REFERENCES people(id))`,
      `ALTER TABLE job_summaries ADD COLUMN IF NOT EXISTS needs VARCHAR(20) NOT NULL DEFAULT 'technician',
        ADD COLUMN IF NOT EXISTS clocks JSON NOT NULL DEFAULT '[]', ADD COLUMN IF NOT EXISTS stopText VARCHAR(500),
        ADD COLUMN IF NOT EXISTS sinceAt DATETIME(3), ADD COLUMN IF NOT EXISTS lastBy VARCHAR(80) NOT NULL DEFAULT ''`,
    ],
  },
  {
    name: "0003-several-assemblies",
    statements: [
      `ALTER TABLE spec_books ADD COLUMN IF NOT EXISTS builds JSON NOT NULL DEFAULT '[]'`,
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS builds JSON NOT NULL DEFAULT '[]'`,
      `UPDATE spec_books SET builds = JSON_ARRAY(build) WHERE JSON_LENGTH(builds) = 0`,
      `UPDATE machines SET builds = JSON_ARRAY(build) WHERE JSON_LENGTH(builds) = 0`,
      `CREATE TABLE IF NOT EXISTS shop_settings (name VARCHAR(60) PRIMARY KEY, body JSON NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS procedure_faults (file VARCHAR(120) PRIMARY KEY, message VARCHAR(4000) NOT NULL)`,
    ],
  },
  {
    name: "0004-machine-figures",
    statements: [
      `CREATE TABLE IF NOT EXISTS machine_figures (id CHAR(36) PRIMARY KEY, machineId CHAR(36) NOT NULL,
        specKey VARCHAR(60) NOT NULL, body JSON NOT NULL, enteredBy VARCHAR(80) NOT NULL, enteredAt DATETIME(3) NOT NULL,
        INDEX (machineId, enteredAt), FOREIGN KEY (machineId) REFERENCES machines(id))`,
    ],
  },
  {
    name: "0005-rechecks",
    statements: [
      `CREATE TABLE IF NOT EXISTS rechecks (id CHAR(36) PRIMARY KEY, ${JOB}, machineId CHAR(36) NOT NULL,
        what VARCHAR(300) NOT NULL, dueMeter DOUBLE, dueOn DATETIME(3), doneBy VARCHAR(80), doneAt DATETIME(3),
        note VARCHAR(500), INDEX (machineId, doneAt), FOREIGN KEY (machineId) REFERENCES machines(id))`,
      `ALTER TABLE spec_books ADD COLUMN IF NOT EXISTS weaknesses JSON NOT NULL DEFAULT '[]'`,
    ],
  },
  {
    name: "0006-doors-and-strays",
    statements: [
      `CREATE TABLE IF NOT EXISTS limiter (id VARCHAR(255) PRIMARY KEY, points BIGINT NOT NULL, expire BIGINT, INDEX (expire))`,
      `ALTER TABLE people ADD COLUMN IF NOT EXISTS nameKey VARCHAR(80) AS (LOWER(name)) PERSISTENT,
        ADD COLUMN IF NOT EXISTS printedPassword BOOLEAN NOT NULL DEFAULT FALSE,
        DROP COLUMN IF EXISTS pinTries, DROP COLUMN IF EXISTS pinLockedUntil`,
      `CREATE INDEX IF NOT EXISTS people_nameKey ON people (nameKey)`,
      `CREATE TABLE IF NOT EXISTS known_browsers (tokenHash CHAR(64) NOT NULL, personId CHAR(36) NOT NULL,
        lastAt DATETIME(3) NOT NULL, PRIMARY KEY (tokenHash, personId), FOREIGN KEY (personId) REFERENCES people(id))`,
      `CREATE INDEX IF NOT EXISTS sessions_expiresAt ON sessions (expiresAt)`,
      `ALTER TABLE job_events ADD COLUMN IF NOT EXISTS typed JSON`,
      `ALTER TABLE jobs ADD COLUMN IF NOT EXISTS intakeId CHAR(36)`,
      `CREATE UNIQUE INDEX IF NOT EXISTS jobs_intakeId ON jobs (intakeId)`,
      `CREATE TABLE IF NOT EXISTS strays (id CHAR(36) PRIMARY KEY, ${JOB}, personId CHAR(36) NOT NULL,
        personName VARCHAR(80) NOT NULL, text VARCHAR(2000) NOT NULL, typedAt DATETIME(3) NOT NULL,
        refusedAt DATETIME(3) NOT NULL, why VARCHAR(1000) NOT NULL, settledAt DATETIME(3), settledBy VARCHAR(80),
        settledHow VARCHAR(20), settledWord VARCHAR(500), INDEX (jobId, settledAt))`,
    ],
  },
  {
    name: "0007-formats",
    statements: [
      // What was kept before formats were numbered is of the first.
      `ALTER TABLE job_events ADD COLUMN IF NOT EXISTS format INT NOT NULL DEFAULT 1`,
      `ALTER TABLE specs ADD COLUMN IF NOT EXISTS format INT NOT NULL DEFAULT 1`,
      `ALTER TABLE machine_figures ADD COLUMN IF NOT EXISTS format INT NOT NULL DEFAULT 1`,
      `ALTER TABLE procedures ADD COLUMN IF NOT EXISTS build VARCHAR(60) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS keptAt DATETIME(3) NOT NULL DEFAULT '2000-01-01',
        ADD COLUMN IF NOT EXISTS offered BOOLEAN NOT NULL DEFAULT FALSE`,
      `UPDATE procedures SET build = JSON_VALUE(body, '$.build') WHERE build = ''`,
      `CREATE INDEX IF NOT EXISTS procedures_offered ON procedures (offered, build)`,
      // What is asked for often: the newest of each, whatever a shop has gathered.
      `CREATE INDEX IF NOT EXISTS meter_readings_newest ON meter_readings (machineId, readAt)`,
      `CREATE INDEX IF NOT EXISTS job_summaries_stage ON job_summaries (stage, sinceAt)`,
      `CREATE INDEX IF NOT EXISTS machines_named ON machines (maker, model, mark)`,
      `CREATE INDEX IF NOT EXISTS rechecks_due ON rechecks (doneAt, dueOn)`,
    ],
  },
  {
    name: "0008-identity",
    statements: [
      // A recheck is found again by what it is, whatever its words; those from before by their words made an id.
      `ALTER TABLE rechecks ADD COLUMN IF NOT EXISTS about VARCHAR(120) NOT NULL DEFAULT ''`,
      `UPDATE rechecks SET about = LEFT(TRIM(BOTH '-' FROM REGEXP_REPLACE(LOWER(what), '[^a-z0-9]+', '-')), 120)
        WHERE about = ''`,
    ],
  },
  {
    name: "0009-words",
    statements: [
      `CREATE TABLE IF NOT EXISTS job_words (${JOB}, work VARCHAR(200) NOT NULL, words TEXT NOT NULL, PRIMARY KEY (jobId))`,
      `CREATE INDEX IF NOT EXISTS jobs_opened ON jobs (openedAt DESC, id)`,
    ],
  },
  {
    name: "0010-works",
    statements: [
      // Works of a job beside its first; the first too where it has a place, or was dropped.
      `CREATE TABLE IF NOT EXISTS job_works (${JOB}, work VARCHAR(4) NOT NULL, procedureHash CHAR(64) NOT NULL,
        position VARCHAR(60) NULL, dropped BOOLEAN NOT NULL DEFAULT FALSE, PRIMARY KEY (jobId, work),
        FOREIGN KEY (procedureHash) REFERENCES procedures(hash))`,
      // What is said at a counter, by kind of machine, and what it turned out to be.
      `CREATE TABLE IF NOT EXISTS symptom_sets (id VARCHAR(60) PRIMARY KEY, body JSON NOT NULL)`,
      `CREATE TABLE IF NOT EXISTS job_causes (${JOB}, symptom VARCHAR(130) NOT NULL, suspect VARCHAR(60) NULL,
        PRIMARY KEY (jobId, symptom))`,
      `CREATE TABLE IF NOT EXISTS job_outcomes (${JOB}, work VARCHAR(4) NOT NULL, procedureId VARCHAR(60) NOT NULL,
        how VARCHAR(20) NOT NULL, PRIMARY KEY (jobId, work))`,
    ],
  },
  {
    name: "0011-a-shop-of-its-own",
    statements: [
      `ALTER TABLE people ADD COLUMN IF NOT EXISTS leftAt DATETIME(3) NULL`,
      // Who entered a figure of a book, so that another checks it; and what it superseded, with the reason.
      `ALTER TABLE specs ADD COLUMN IF NOT EXISTS enteredBy VARCHAR(80) NULL,
        ADD COLUMN IF NOT EXISTS enteredAt DATETIME(3) NULL`,
      `CREATE TABLE IF NOT EXISTS superseded_specs (id CHAR(36) PRIMARY KEY, bookId VARCHAR(60) NOT NULL,
        specKey VARCHAR(60) NOT NULL, format INTEGER NOT NULL, body JSON NOT NULL, enteredBy VARCHAR(80) NULL,
        supersededBy VARCHAR(80) NOT NULL, supersededAt DATETIME(3) NOT NULL, reason VARCHAR(500) NOT NULL,
        KEY of_book (bookId, specKey))`,
    ],
  },
  {
    name: "0012-what-it-is",
    // Of a model that nobody knew: what it is. What it has of all that such a machine may have, nobody has said.
    statements: [`ALTER TABLE spec_books ADD COLUMN IF NOT EXISTS kind VARCHAR(80) NULL`],
  },
  {
    name: "0013-a-machine-s-life",
    statements: [
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS serial VARCHAR(60) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS retiredAt DATETIME(3) NULL`,
      `CREATE TABLE IF NOT EXISTS machine_changes (id CHAR(36) PRIMARY KEY, machineId CHAR(36) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, words VARCHAR(700) NOT NULL,
        KEY of_machine (machineId, at), FOREIGN KEY (machineId) REFERENCES machines(id))`,
      // A job stays with the owner it was done for, whoever has the machine later.
      `ALTER TABLE jobs ADD COLUMN IF NOT EXISTS ownerId CHAR(36) NULL`,
      `UPDATE jobs j JOIN machines m ON m.id = j.machineId SET j.ownerId = m.ownerId WHERE j.ownerId IS NULL`,
      `ALTER TABLE jobs MODIFY ownerId CHAR(36) NOT NULL,
        ADD CONSTRAINT FOREIGN KEY IF NOT EXISTS jobs_owner (ownerId) REFERENCES owners(id)`,
    ],
  },
  {
    name: "0014-tools-looked-after",
    statements: [
      `ALTER TABLE gauges ADD COLUMN IF NOT EXISTS putAwayAt DATETIME(3) NULL`,
      `ALTER TABLE wrenches ADD COLUMN IF NOT EXISTS putAwayAt DATETIME(3) NULL`,
      `CREATE TABLE IF NOT EXISTS tool_log (id CHAR(36) PRIMARY KEY, toolId VARCHAR(60) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, words VARCHAR(500) NOT NULL, KEY of_tool (toolId, at))`,
    ],
  },
  {
    name: "0015-parts-of-several-models",
    statements: [
      `ALTER TABLE store_parts ADD COLUMN IF NOT EXISTS maker VARCHAR(80) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS pricedOn DATE NULL, ADD COLUMN IF NOT EXISTS priceSource VARCHAR(120) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS leadDays INT NULL, MODIFY price DECIMAL(12,2) NULL`,
      // A part fits models, each of them at some places or at all of them: '' is all.
      `CREATE TABLE IF NOT EXISTS part_fits (partId VARCHAR(60) NOT NULL, bookId VARCHAR(60) NOT NULL,
        position VARCHAR(60) NOT NULL DEFAULT '', PRIMARY KEY (partId, bookId, position), KEY of_book (bookId),
        FOREIGN KEY (partId) REFERENCES store_parts(id), FOREIGN KEY (bookId) REFERENCES spec_books(id))`,
      `BEGIN NOT ATOMIC
        IF EXISTS (SELECT 1 FROM information_schema.columns WHERE table_schema = DATABASE()
          AND table_name = 'store_parts' AND column_name = 'bookId') THEN
          INSERT IGNORE INTO part_fits (partId, bookId) SELECT id, bookId FROM store_parts;
        END IF;
      END`,
      `ALTER TABLE store_parts DROP FOREIGN KEY IF EXISTS store_parts_ibfk_1, DROP COLUMN IF EXISTS bookId`,
      // What may go in instead, said of either; what a kit holds, and how many of it.
      `CREATE TABLE IF NOT EXISTS part_instead (partId VARCHAR(60) NOT NULL, otherId VARCHAR(60) NOT NULL,
        PRIMARY KEY (partId, otherId), FOREIGN KEY (partId) REFERENCES store_parts(id),
        FOREIGN KEY (otherId) REFERENCES store_parts(id))`,
      `CREATE TABLE IF NOT EXISTS part_holds (kitId VARCHAR(60) NOT NULL, partId VARCHAR(60) NOT NULL, count INT NOT NULL,
        PRIMARY KEY (kitId, partId), FOREIGN KEY (kitId) REFERENCES store_parts(id),
        FOREIGN KEY (partId) REFERENCES store_parts(id))`,
      `CREATE TABLE IF NOT EXISTS part_log (id CHAR(36) PRIMARY KEY, partId VARCHAR(60) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, words VARCHAR(500) NOT NULL, KEY of_part (partId, at))`,
    ],
  },
  {
    name: "0016-the-board",
    statements: [
      // Machines that several people ride, by the name of their fleet; '' is none.
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS fleet VARCHAR(60) NOT NULL DEFAULT ''`,
      `CREATE INDEX IF NOT EXISTS by_fleet ON machines (fleet, mark)`,
      // What a walk round each came to last, and who rode it last.
      `CREATE TABLE IF NOT EXISTS machine_looks (machineId CHAR(36) PRIMARY KEY, jobId CHAR(36) NOT NULL,
        word VARCHAR(40) NOT NULL, watched JSON NOT NULL, keeps JSON NOT NULL, byName VARCHAR(80) NOT NULL,
        at DATETIME(3) NOT NULL, FOREIGN KEY (machineId) REFERENCES machines(id), FOREIGN KEY (jobId) REFERENCES jobs(id))`,
      `CREATE TABLE IF NOT EXISTS machine_rides (machineId CHAR(36) PRIMARY KEY, rider VARCHAR(80) NOT NULL,
        at DATETIME(3) NOT NULL, FOREIGN KEY (machineId) REFERENCES machines(id))`,
      // What is carried aboard; what was used of it is to be replaced.
      `CREATE TABLE IF NOT EXISTS machine_spares (id CHAR(36) PRIMARY KEY, machineId CHAR(36) NOT NULL,
        what VARCHAR(120) NOT NULL, at DATETIME(3) NOT NULL, usedAt DATETIME(3) NULL, usedFor VARCHAR(200) NOT NULL DEFAULT '',
        KEY of_machine (machineId), FOREIGN KEY (machineId) REFERENCES machines(id))`,
      // Addresses for a wall: whoever knows the secret sees the board and nothing else, until it is taken back.
      `CREATE TABLE IF NOT EXISTS board_walls (id CHAR(36) PRIMARY KEY, name VARCHAR(80) NOT NULL,
        secretHash CHAR(64) NOT NULL UNIQUE, byName VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
        takenBackAt DATETIME(3) NULL)`,
    ],
  },
  {
    name: "0017-promised-and-merged",
    statements: [
      `ALTER TABLE job_summaries ADD COLUMN IF NOT EXISTS promisedOn DATE NULL,
        ADD COLUMN IF NOT EXISTS assignedId VARCHAR(36) NULL, ADD COLUMN IF NOT EXISTS assignedName VARCHAR(80) NULL`,
      // Two that turned out to be one: what moved with it, so that it can be taken apart again.
      `CREATE TABLE IF NOT EXISTS machine_merges (machineId CHAR(36) PRIMARY KEY, intoId CHAR(36) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, moved JSON NOT NULL, KEY into_machine (intoId),
        FOREIGN KEY (machineId) REFERENCES machines(id), FOREIGN KEY (intoId) REFERENCES machines(id))`,
    ],
  },
  {
    name: "0018-tools-taken",
    statements: [
      `CREATE TABLE IF NOT EXISTS tools_taken (personId CHAR(36) NOT NULL, step VARCHAR(160) NOT NULL,
        toolId VARCHAR(60) NOT NULL, at DATETIME(3) NOT NULL, PRIMARY KEY (personId, step),
        KEY taken_by_person (personId, at), FOREIGN KEY (personId) REFERENCES people(id))`,
    ],
  },
  {
    name: "0019-owners-merged",
    statements: [
      // Two that turned out to be one: what moved with them, so that it can be taken apart again.
      `CREATE TABLE IF NOT EXISTS owner_merges (ownerId CHAR(36) PRIMARY KEY, intoId CHAR(36) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, moved JSON NOT NULL, KEY into_owner (intoId),
        FOREIGN KEY (ownerId) REFERENCES owners(id), FOREIGN KEY (intoId) REFERENCES owners(id))`,
    ],
  },
  {
    name: "0020-what-came-of-parts",
    statements: [`ALTER TABLE job_outcomes ADD COLUMN IF NOT EXISTS roles VARCHAR(2000) NULL`],
  },
  {
    name: "0021-ways-of-makers",
    statements: [
      // What a machine's maker wants done in one way, by the machine's id or its model's book's.
      `CREATE TABLE IF NOT EXISTS maker_ways (whose CHAR(36) NOT NULL, question VARCHAR(60) NOT NULL,
        word VARCHAR(80) NOT NULL, source VARCHAR(200) NOT NULL, saidBy VARCHAR(80) NOT NULL, saidAt DATETIME(3) NOT NULL,
        PRIMARY KEY (whose, question))`,
    ],
  },
  {
    name: "0022-two-meters",
    statements: [
      `ALTER TABLE machines ADD COLUMN IF NOT EXISTS secondUnit VARCHAR(4) NULL`,
      `ALTER TABLE rechecks ADD COLUMN IF NOT EXISTS dueUnit VARCHAR(4) NULL`,
    ],
  },
  {
    name: "0023-figures-side-by-side",
    statements: [
      // Several figures of one key stand in a book, each for other machines: what it holds for is part of its name.
      `ALTER TABLE specs ADD COLUMN IF NOT EXISTS scope VARCHAR(500) NOT NULL DEFAULT ''`,
      `ALTER TABLE specs DROP PRIMARY KEY, ADD PRIMARY KEY (bookId, specKey, scope)`,
    ],
    then: scopesFilled,
  },
  {
    name: "0024-spares-by-part",
    statements: [
      // Which part a spare is, which job put it aboard and which took it; one that was replaced stays on file.
      `ALTER TABLE machine_spares ADD COLUMN IF NOT EXISTS role VARCHAR(60) NULL,
        ADD COLUMN IF NOT EXISTS part VARCHAR(120) NULL, ADD COLUMN IF NOT EXISTS putBy CHAR(36) NULL,
        ADD COLUMN IF NOT EXISTS takenBy CHAR(36) NULL, ADD COLUMN IF NOT EXISTS replacedAt DATETIME(3) NULL`,
    ],
  },
  {
    name: "0025-tools-of-a-step",
    statements: [
      `CREATE TABLE IF NOT EXISTS step_tools (id CHAR(36) PRIMARY KEY, bookId VARCHAR(60) NOT NULL,
        procedureId VARCHAR(60) NOT NULL, task VARCHAR(160) NOT NULL, words VARCHAR(200) NOT NULL,
        photoJobId CHAR(36) NULL, photoId CHAR(36) NULL, byName VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
        KEY of_book (bookId, at), FOREIGN KEY (bookId) REFERENCES spec_books(id))`,
    ],
  },
  {
    name: "0026-complaints-of-parts",
    statements: [
      `CREATE TABLE IF NOT EXISTS part_complaints (id CHAR(36) PRIMARY KEY, jobId CHAR(36) NOT NULL,
        name VARCHAR(160) NOT NULL, number VARCHAR(60) NOT NULL, words VARCHAR(2000) NOT NULL,
        task VARCHAR(200) NOT NULL, at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, state VARCHAR(20) NOT NULL,
        KEY by_state (state, at), KEY of_job (jobId), FOREIGN KEY (jobId) REFERENCES jobs(id))`,
      `CREATE TABLE IF NOT EXISTS complaint_lines (id CHAR(36) PRIMARY KEY, complaintId CHAR(36) NOT NULL,
        at DATETIME(3) NOT NULL, byName VARCHAR(80) NOT NULL, does VARCHAR(20) NOT NULL, words VARCHAR(500) NOT NULL,
        KEY of_complaint (complaintId, at), FOREIGN KEY (complaintId) REFERENCES part_complaints(id))`,
    ],
  },
  {
    name: "0027-findings-of-a-model",
    statements: [`ALTER TABLE job_events ADD INDEX IF NOT EXISTS of_type (jobId, type)`],
  },
  {
    name: "0028-a-board-from-its-index",
    statements: [
      // All that the board says of a machine itself, in the order in which it hangs: nothing is looked up row by row.
      `ALTER TABLE machines ADD INDEX IF NOT EXISTS hung (fleet, mark, retiredAt, model), DROP INDEX IF EXISTS by_fleet`,
    ],
  },
];

/** Figures kept before what they hold for was part of their name. */
async function scopesFilled(db: Database): Promise<void> {
  const narrow = literal("JSON_EXISTS(body, '$.only') OR JSON_EXISTS(body, '$.holdsFor')");
  for (const row of await db.specs.findAll({ where: { [Op.and]: narrow } })) {
    const { bookId, specKey, body, format } = row.get({ plain: true });
    const scope = scopeOf(readFigure(body, format));
    await db.specs.update({ scope }, { where: { bookId, specKey, scope: "" } });
  }
}

/** Brings the database to the newest shape; a second run applies nothing. */
export async function migrate(db: Database): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, statements, then }) => ({
      name,
      up: async () => {
        for (const statement of statements) await db.sequelize.query(statement);
        await then?.(db);
      },
    })),
    storage: new SequelizeStorage({ sequelize: db.sequelize, tableName: "migrations" }),
    logger: undefined,
  });
  return (await umzug.up()).map((done) => done.name);
}
