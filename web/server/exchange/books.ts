import {
  canStandBeside,
  type FigureRow,
  FIGURE_FORMAT,
  figuresTable,
  type ModelRow,
  modelsTable,
  onlyWords,
  readFigure,
  scopeOf,
  type Spec,
} from "@averin/core";
import { randomUUID } from "node:crypto";
import { QueryTypes } from "sequelize";
import { type BookRow, type Database, fromJson, type At } from "../database.ts";
import { machineKindsOf } from "../machines/kinds.ts";
import { idFor, type Kind, modelsByName, noModel, portions } from "./kind.ts";

const LEADS = ["lead", "administrator"];

export const models: Kind<ModelRow> = {
  table: modelsTable,
  takenBy: LEADS,
  changes: "taken",
  async all(db, transaction) {
    const rows = await db.books.findAll({ transaction });
    return rows.map((row) => {
      const { maker, model, kind: what, builds, title, weaknesses } = row.get({ plain: true });
      return { maker, model, what, builds, title, weaknesses };
    });
  },
  async against(db, _, transaction) {
    const kinds = await machineKindsOf(db, transaction);
    const builds = new Set(kinds.flatMap((kind) => kind.builds));
    return (row) => {
      const strange = row.builds.filter((build) => !builds.has(build));
      return [
        ...(row.what === null || kinds.some(({ name }) => name === row.what)
          ? []
          : [{ column: "what", message: `"${row.what}": one of ${kinds.map(({ name }) => name).join(", ")}.` }]),
        ...(strange.length === 0
          ? []
          : [{ column: "builds", message: `"${strange.join(" ")}": of ${[...builds].join(", ")}.` }]),
      ];
    };
  },
  async keep(db, { fresh, changed }, transaction) {
    const kinds = await machineKindsOf(db, transaction);
    const known = await modelsByName(db, transaction);
    const ids = new Set([...known.values()].map(({ id }) => id));
    const toBook = (row: ModelRow): Omit<BookRow, "id"> => {
      const builds = row.builds.length > 0 ? row.builds : (kinds.find(({ name }) => name === row.what)?.builds ?? []);
      const { maker, model, what: kind, title, weaknesses } = row;
      return { maker, model, kind, title, weaknesses, builds, build: builds[0] ?? "" };
    };
    for (const rows of portions(fresh)) {
      const books = rows.map((row) => ({ id: idFor(`${row.maker} ${row.model}`, ids), ...toBook(row) }));
      await db.books.bulkCreate(books, { transaction });
    }
    for (const row of changed) {
      const id = known.get(`${row.maker} ${row.model}`.toLowerCase())?.id ?? "";
      await db.books.update(toBook(row), { where: { id }, transaction });
    }
  },
};

/** A machine of a model by its mark, whatever its capitals. */
const machineKey = (maker: string, model: string, mark: string): string => `${maker}\n${model}\n${mark}`.toLowerCase();

async function machinesByMark(db: Database, transaction: At): Promise<Map<string, string>> {
  const rows = await db.machines.findAll({ attributes: ["id", "maker", "model", "mark"], transaction });
  return new Map(
    rows.map((row) => {
      const { id, maker, model, mark } = row.get({ plain: true });
      return [machineKey(maker, model, mark), id];
    }),
  );
}

type OnFile = {
  maker: string;
  model: string;
  machine: string;
  body: unknown;
  format: number;
  enteredBy: string | null;
};

const keyOfFigure = (maker: string, model: string, key: string): string => `${maker}\n${model}\n${key}`.toLowerCase();

/** Figures that hold for some machines of a model only, those on file and those of the rows, by model and key. */
async function narrowOf(db: Database, rows: readonly FigureRow[], transaction: At): Promise<Map<string, Spec[]>> {
  const kept = await db.sequelize.query<Pick<OnFile, "maker" | "model" | "body" | "format">>(
    `SELECT b.maker, b.model, s.body, s.format FROM specs s JOIN spec_books b ON b.id = s.bookId WHERE s.scope <> ''`,
    { type: QueryTypes.SELECT, transaction },
  );
  const all = [
    ...kept.map(({ maker, model, body, format }) => ({ maker, model, spec: readFigure(fromJson(body), format) })),
    ...rows.filter(({ machine, spec }) => machine === "" && scopeOf(spec) !== ""),
  ];
  const by = new Map<string, Spec[]>();
  for (const { maker, model, spec } of all) {
    const key = keyOfFigure(maker, model, spec.key);
    const beside = by.get(key);
    if (beside) beside.push(spec);
    else by.set(key, [spec]);
  }
  return by;
}

export const figures: Kind<FigureRow> = {
  table: figuresTable,
  takenBy: LEADS,
  changes: "for a reason",
  async all(db, transaction) {
    const asked = { type: QueryTypes.SELECT, transaction } as const;
    const ofModels = await db.sequelize.query<OnFile>(
      `SELECT b.maker, b.model, '' AS machine, s.body, s.format, s.enteredBy
        FROM specs s JOIN spec_books b ON b.id = s.bookId`,
      asked,
    );
    // Of a machine's own the newest of each governs.
    const ofMachines = await db.sequelize.query<OnFile>(
      `SELECT m.maker, m.model, m.mark AS machine, f.body, f.format, f.enteredBy FROM
        (SELECT f.*, ROW_NUMBER() OVER (PARTITION BY machineId, specKey ORDER BY enteredAt DESC, id) AS nth
          FROM machine_figures f) f JOIN machines m ON m.id = f.machineId WHERE f.nth = 1
          AND NOT EXISTS (SELECT 1 FROM machine_merges g WHERE g.machineId = m.id)`,
      asked,
    );
    return [...ofModels, ...ofMachines].map(({ maker, model, machine, body, format, enteredBy }) => ({
      ...{ maker, model, machine, spec: readFigure(fromJson(body), format), enteredBy: enteredBy ?? "" },
    }));
  },
  async against(db, rows, transaction) {
    const known = await modelsByName(db, transaction);
    const machines = rows.some(({ machine }) => machine !== "") ? await machinesByMark(db, transaction) : new Map();
    const narrow = await narrowOf(db, rows, transaction);
    return ({ maker, model, machine, spec }) => {
      if (!known.has(`${maker} ${model}`.toLowerCase())) return [noModel("model", `${maker} ${model}`)];
      if (machine === "") {
        const others = narrow.get(keyOfFigure(maker, model, spec.key)) ?? [];
        const other = others.find((one) => scopeOf(one) !== scopeOf(spec) && !canStandBeside(spec, one));
        if (!other) return [];
        const message = `Some machines would have this one and that for ${onlyWords(other)}: say years, frame numbers or a build that tell them apart.`;
        return [{ column: "years", message }];
      }
      if (machines.has(machineKey(maker, model, machine))) return [];
      return [
        { column: "machine", message: `No ${maker} ${model} has the mark ${machine}: take the machine in first.` },
      ];
    };
  },
  async keep(db, { fresh, changed, by, reason }, transaction) {
    const known = await modelsByName(db, transaction);
    const machines = await machinesByMark(db, transaction);
    const enteredAt = new Date();
    const bookOf = ({ maker, model }: FigureRow): string => known.get(`${maker} ${model}`.toLowerCase())?.id ?? "";
    for (const row of changed.filter(({ machine }) => machine === "")) {
      const of = { bookId: bookOf(row), specKey: row.spec.key };
      const where = { ...of, scope: scopeOf(row.spec) };
      const before = (await db.specs.findOne({ where, transaction }))?.get({ plain: true });
      if (!before) continue;
      const { format, body, enteredBy } = before;
      await db.superseded.create(
        {
          ...{ id: randomUUID(), ...of, format, body, enteredBy },
          ...{ supersededBy: by.name, supersededAt: enteredAt, reason },
        },
        { transaction },
      );
      await db.specs.destroy({ where, transaction });
    }
    for (const rows of portions([...fresh, ...changed])) {
      const kept = rows.map((row) => ({
        ...{ specKey: row.spec.key, format: FIGURE_FORMAT, body: row.spec, row },
        ...{ enteredBy: row.enteredBy === "" ? null : row.enteredBy, enteredAt },
      }));
      await db.specs.bulkCreate(
        kept.flatMap(({ row, ...spec }) =>
          row.machine === "" ? [{ bookId: bookOf(row), scope: scopeOf(row.spec), ...spec }] : [],
        ),
        { transaction },
      );
      await db.machineFigures.bulkCreate(
        kept.flatMap(({ row, ...spec }) => {
          const machineId = machines.get(machineKey(row.maker, row.model, row.machine));
          if (row.machine === "" || machineId === undefined) return [];
          return [{ id: randomUUID(), machineId, ...spec, enteredBy: row.enteredBy }];
        }),
        { transaction },
      );
    }
  },
};
