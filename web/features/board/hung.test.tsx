/** @jest-environment ./testing/page.cjs */
import { type BoardLine, sentLines } from "@averin/core";
import { act, render, screen } from "@testing-library/react";
import { Hung } from "./Hung.tsx";

// The machine is invented.
const line: BoardLine = { id: "a", mark: "Sled 9", model: "Firn", fleet: "Ridge patrol", word: "ready" };
const AT = Date.UTC(2026, 10, 23, 12, 5);
type Answer = { status: number; body: unknown } | null;
const kept = (...lines: BoardLine[]): Answer => ({
  status: 200,
  body: { lines: sentLines(lines), more: false, at: AT },
});

/** A wall, and a minute of its life with what the server answers then. */
async function hang(first: Answer) {
  jest.useFakeTimers();
  let answer = first;
  globalThis.fetch = (() =>
    answer === null
      ? Promise.reject(new Error("gone"))
      : Promise.resolve({
          status: answer.status,
          json: () => Promise.resolve(answer?.body),
        })) as unknown as typeof fetch;
  const shown = render(<Hung from="/api/wall/x" wall />);
  await act(() => jest.advanceTimersByTimeAsync(0));
  const minute = async (next: Answer): Promise<void> => {
    answer = next;
    await act(() => jest.advanceTimersByTimeAsync(60_000));
  };
  return { minute, end: () => shown.unmount() };
}
afterEach(() => jest.useRealTimers());

test("a wall draws itself anew; where the server is gone what stood last stays, and that is said", async () => {
  const wall = await hang(kept(line));
  expect(screen.getByRole("listitem").textContent).toMatch(/Sled 9.*ready/);
  // As of the server's clock: a wall's own may be wrong.
  expect(screen.getByRole("heading", { level: 1 }).textContent).toMatch(/as of 2026-11-23 12:05/);
  await wall.minute(null);
  expect(screen.getByRole("alert").textContent).toMatch(/server does not answer.*asked again/);
  expect(screen.getByRole("listitem").textContent).toMatch(/Sled 9/);
  await wall.minute(kept({ ...line, word: "not ready", told: ["slide: into the core"] }));
  expect(screen.queryByRole("alert")).toBeNull();
  expect(screen.getByRole("listitem").textContent).toMatch(/not ready.*slide: into the core/);
  wall.end();
});

test("an address that was taken back shows nothing any more, and says so", async () => {
  const wall = await hang(kept(line));
  const message = "This board is not here.";
  await wall.minute({ status: 404, body: { error: { code: "missing", path: "$", message } } });
  expect(screen.queryByRole("listitem")).toBeNull();
  expect(screen.getByRole("alert").textContent).toMatch(/^This board is not here\. .* a lead makes another/);
  wall.end();
});

test("a board with no machine says where a machine is put into a fleet", async () => {
  globalThis.fetch = (() =>
    Promise.resolve({
      status: 200,
      json: () => Promise.resolve({ lines: sentLines([]), more: false, at: AT }),
    })) as unknown as typeof fetch;
  render(<Hung from="/api/board" />);
  expect(screen.getByText(/being hung/).textContent).not.toBe("");
  await act(async () => undefined);
  expect(screen.getByText(/No machine is one of a fleet yet/).textContent).toMatch(/machine’s own page/);
});
