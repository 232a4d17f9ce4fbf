/** @jest-environment ./testing/page.cjs */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { EntryLine, faultIn } from "./EntryLine.tsx";
import { lastSaid, type Said } from "./useBenchHand.ts";

type More = { aim?: string; onStep?: (by: 1 | -1) => void; onEnter?: (typed: string) => void };

const line = (said: Said | null, more: More = {}) => (
  <EntryLine
    aim={more.aim ?? "friction 5"}
    help={{ hint: "the reading", signed: false, words: [], between: " " }}
    task={null}
    unit="mm"
    tool="Caliper 2"
    onTool={null}
    asking={null}
    said={lastSaid(said)}
    refused={null}
    waitingCount={0}
    reach={{ server: true, database: true }}
    released={false}
    loaded
    fill={null}
    onEnter={more.onEnter ?? (() => undefined)}
    onCancel={() => undefined}
    onStep={more.onStep ?? (() => undefined)}
    onPhoto={() => undefined}
  />
);
beforeAll(() => {
  // A desk: nobody types with a finger here.
  const desk = { matches: false, addEventListener: () => undefined, removeEventListener: () => undefined };
  Object.assign(window, { matchMedia: () => desk });
});

const entry = (): HTMLInputElement => screen.getByRole("textbox");
const marked = (): string => entry().value.slice(entry().selectionStart ?? 0, entry().selectionEnd ?? 0);

test("the fault of a line: what its answer quotes, what is too many, else all of it", () => {
  const at = (typed: string, answer: string): string => {
    const { from, to } = faultIn(typed, answer);
    return typed.slice(from, to);
  };
  expect(at("s gx 3", '"gx" is not one of: smooth, glazed.')).toBe("gx");
  expect(at("2.9 2.8 2.7 2.6", "4 readings for 2 left: nothing is kept.")).toBe("2.7 2.6");
  expect(at("12", "There are 9; 12 is not one of them.")).toBe("12");
  // One value is typed whole again.
  expect(at("2.94 qq", '"qq" is no unit of length.')).toBe("2.94 qq");
  expect(at("abc", 'nothing in it, "xyz" is')).toBe("abc");
});

test("what was not taken stands in the line again with its fault marked; what is typed meanwhile is not overwritten", () => {
  const { rerender } = render(line(null));
  fireEvent.change(entry(), { target: { value: "s gx 3" } });
  fireEvent.submit(entry());
  expect(entry().value).toBe("");
  const refusal: Said = { tone: "stop", text: '"gx" is not one of: smooth, glazed.', typed: "s gx 3" };
  rerender(line(refusal));
  expect([entry().value, marked()]).toEqual(["s gx 3", "gx"]);
  fireEvent.keyDown(entry(), { key: "Escape" });
  expect(entry().value).toBe("");
  // Fast hands have typed the next already.
  fireEvent.change(entry(), { target: { value: "2.9" } });
  rerender(line({ ...refusal }));
  expect(entry().value).toBe("2.9");
});

test("arrows go from place to place while nothing is typed", () => {
  const onStep = jest.fn();
  render(line(null, { onStep }));
  act(() => void fireEvent.keyDown(entry(), { key: "ArrowUp" }));
  act(() => void fireEvent.keyDown(entry(), { key: "ArrowDown" }));
  fireEvent.change(entry(), { target: { value: "2.9" } });
  act(() => void fireEvent.keyDown(entry(), { key: "ArrowUp" }));
  expect(onStep.mock.calls).toEqual([[-1], [1]]);
});

test("a key gone to keeps the focus while the screen draws the next place; once pressed, or gone, the line has it", () => {
  const screenAt = (aim: string, key = true) => (
    <>
      {key && <button type="button">Enter the limit</button>}
      {line(null, { aim })}
    </>
  );
  const { rerender } = render(screenAt("friction 5"));
  const key = screen.getByRole("button", { name: "Enter the limit" });
  act(() => key.focus());
  rerender(screenAt("friction 6"));
  expect(document.activeElement).toBe(key);
  fireEvent.click(key);
  rerender(screenAt("friction 7"));
  expect(document.activeElement).toBe(entry());
  act(() => key.focus());
  rerender(screenAt("friction 8", false));
  expect(document.activeElement).toBe(entry());
});
