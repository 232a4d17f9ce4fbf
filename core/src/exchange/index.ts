export { asWritten, type CellFault, type Cells, disarmed, type ReadRow } from "./cells.ts";
export { type FigureRow, figuresTable } from "./figures.ts";
export { type MachineFileRow, machinesTable } from "./machines.ts";
export { type ModelRow, modelsTable } from "./models.ts";
export { type PartFileRow, partsTable } from "./parts.ts";
export { peopleTable, type PersonFileRow, ROLES } from "./people.ts";
export { FILE_FORMAT, headFault, jsonSchemaOf, type Table } from "./table.ts";
export { type GaugeFileRow, gaugesTable, type WrenchFileRow, wrenchesTable } from "./tools.ts";
