/** @jest-environment ./testing/page.cjs */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { type FoundRow, FoundTable } from "./FoundTable.tsx";

afterEach(cleanup);

const row = (id: string, stock: number | null): FoundRow => ({
  id,
  cells: [
    { by: id, shown: id },
    { by: stock, shown: stock === null ? "not known" : String(stock) },
  ],
});
const COLUMNS = [{ name: "part" }, { name: "in stores", figures: true }];

const listed = (): (string | null)[] => screen.getAllByRole("link").map((link) => link.getAttribute("href"));

test("a list is put in order by any column, figures as figures; what nobody knows stays last, whichever way round", () => {
  const rows = [row("plate 10", 2), row("plate 9", null), row("boot", 11)];
  render(<FoundTable to="/parts" label="" search="" columns={COLUMNS} rows={rows} more={false} none="" />);
  // As it comes, until somebody says otherwise.
  expect(listed()).toEqual(["/parts/plate 10", "/parts/plate 9", "/parts/boot"]);
  const by = (name: string): void => void fireEvent.click(screen.getByRole("button", { name: new RegExp(name) }));
  by("part");
  expect(listed()).toEqual(["/parts/boot", "/parts/plate 9", "/parts/plate 10"]);
  by("in stores");
  expect(listed()).toEqual(["/parts/plate 10", "/parts/boot", "/parts/plate 9"]);
  expect(screen.getByRole("columnheader", { name: /in stores/ }).getAttribute("aria-sort")).toBe("ascending");
  by("in stores");
  expect(listed()).toEqual(["/parts/boot", "/parts/plate 10", "/parts/plate 9"]);
});
