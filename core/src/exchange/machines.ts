import { type Meter, METERS } from "../quantity/index.ts";
import { numberText, reader } from "./cells.ts";
import { MODEL } from "./models.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

export type MachineFileRow = {
  mark: string;
  maker: string;
  model: string;
  year: number | null;
  serial: string;
  /** The fleet that it is one of; empty where it is of none. */
  fleet: string;
  meterUnit: Meter;
  /** What its meter showed last, and on which day; null where nobody has read it. */
  meter: { value: number; on: string } | null;
  /** What its second meter counts, where it has two, and what that showed last. */
  secondUnit: Meter | null;
  second: { value: number; on: string } | null;
  owner: { name: string; contact: string };
  retiredOn: string | null;
};

export const machinesTable: Table<MachineFileRow> = {
  id: "machines",
  title: "Machines",
  about: "Machines with their owners: one row a machine.",
  columns: [
    needed("mark", "Its plate or its mark."),
    MODEL.maker,
    MODEL.model,
    column("year", "The year it was made; empty where nobody knows it."),
    column("frame_number", "The number on its frame."),
    needed("meter_unit", `What its meter counts: ${METERS.join(", ")}.`),
    column("meter", "What it showed last."),
    column("read_on", "The day on which it showed that: 2026-11-29."),
    column("second_unit", "What its second meter counts, where it has two."),
    column("second_meter", "What that showed last."),
    column("second_read_on", "The day on which it showed that."),
    column("fleet", "The fleet it is one of, where several people ride them; empty: none."),
    column("owner", "Whose it is; empty where nobody knows."),
    column("contact", "How they are reached."),
    column("retired_on", "Since when it is not worked on any more."),
  ],
  key: ({ mark, maker, model }) => keyOf(mark, maker, model),
  read(cells) {
    const { needed: must, words, oneOf, number, day, wrong, faults } = reader(cells);
    const year = number("year");
    if (year !== null && !(Number.isInteger(year) && year >= 1950 && year <= 2100)) {
      wrong("year", `${year} is no year: four figures from 1950 to 2100, or nothing.`);
    }
    const meterUnit = oneOf("meter_unit", METERS);
    const shown = (figure: string, readOn: string): { value: number; on: string } | null => {
      const value = number(figure);
      const on = day(readOn);
      if (value !== null && value < 0) wrong(figure, `${value} cannot be: a meter shows 0 or more.`);
      if (value !== null && on === null) wrong(readOn, "Empty: on which day did the meter show that?");
      return value === null || on === null ? null : { value, on };
    };
    const secondUnit = words("second_unit", 4) === "" ? null : oneOf("second_unit", METERS);
    const [meter, second] = [shown("meter", "read_on"), shown("second_meter", "second_read_on")];
    if (secondUnit !== null && secondUnit === meterUnit) wrong("second_unit", "Its first meter counts that already.");
    if (second !== null && secondUnit === null) wrong("second_unit", "Empty: what does the second meter count?");
    const own = {
      ...{ mark: must("mark", 80, "its plate or its mark"), maker: must("maker", 80, "who makes it") },
      ...{ model: must("model", 80, "what it is called"), year, serial: words("frame_number", 60) },
      fleet: words("fleet", 60),
      ...{ owner: { name: words("owner", 120), contact: words("contact", 200) }, retiredOn: day("retired_on") },
      ...{ meter, secondUnit, second },
    };
    if (faults.length > 0 || meterUnit === null) return { ok: false, faults };
    return { ok: true, value: { ...own, meterUnit } };
  },
  write: ({ mark, maker, model, year, serial, meterUnit, fleet, owner, retiredOn, ...read }) => ({
    ...{ mark, maker, model, year: numberText(year), frame_number: serial, meter_unit: meterUnit },
    ...{ meter: numberText(read.meter?.value), read_on: read.meter?.on ?? "", second_unit: read.secondUnit ?? "" },
    ...{ second_meter: numberText(read.second?.value), second_read_on: read.second?.on ?? "" },
    ...{ fleet, owner: owner.name, contact: owner.contact },
    retired_on: retiredOn ?? "",
  }),
};
