import { numberText, reader } from "./cells.ts";
import { MODEL } from "./models.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

export const METERS = ["h", "mi", "km"] as const;

export type MachineFileRow = {
  mark: string;
  maker: string;
  model: string;
  year: number | null;
  serial: string;
  /** The fleet that it is one of; empty where it is of none. */
  fleet: string;
  meterUnit: (typeof METERS)[number];
  /** What its meter showed last, and on which day; null where nobody has read it. */
  meter: { value: number; on: string } | null;
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
    const value = number("meter");
    const on = day("read_on");
    if (value !== null && value < 0) wrong("meter", `${value} cannot be: a meter shows 0 or more.`);
    if (value !== null && on === null) wrong("read_on", "Empty: on which day did the meter show that?");
    const own = {
      ...{ mark: must("mark", 80, "its plate or its mark"), maker: must("maker", 80, "who makes it") },
      ...{ model: must("model", 80, "what it is called"), year, serial: words("frame_number", 60) },
      fleet: words("fleet", 60),
      ...{ owner: { name: words("owner", 120), contact: words("contact", 200) }, retiredOn: day("retired_on") },
      meter: value === null || on === null ? null : { value, on },
    };
    if (faults.length > 0 || meterUnit === null) return { ok: false, faults };
    return { ok: true, value: { ...own, meterUnit } };
  },
  write: ({ mark, maker, model, year, serial, meterUnit, fleet, meter, owner, retiredOn }) => ({
    ...{ mark, maker, model, year: numberText(year), frame_number: serial, meter_unit: meterUnit },
    ...{ meter: numberText(meter?.value), read_on: meter?.on ?? "", fleet, owner: owner.name, contact: owner.contact },
    retired_on: retiredOn ?? "",
  }),
};
