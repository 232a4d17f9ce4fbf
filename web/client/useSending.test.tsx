/** @jest-environment ./testing/page.cjs */
import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import type { Sent } from "./send.ts";
import { useSending } from "./useSending.ts";

let answer: Sent<string>;
const sent: object[] = [];
const kept = jest.fn();
function Form({ asks }: { asks: boolean }) {
  const { register, message, busy, onSubmit } = useSending<{ name: string; year: string }, string>({
    start: { name: "Tug" },
    send: (fields) => {
      sent.push(fields);
      return Promise.resolve(answer);
    },
    kept,
    meanwhile: "Nothing was kept.",
    ...(asks ? { instead: (said: { kind: string }) => (said.kind === "refused" ? "Press again." : null) } : {}),
  });
  return (
    <form onSubmit={(event) => void onSubmit(event)}>
      <input aria-label="name" {...register("name")} />
      <input
        aria-label="year"
        {...register("year", { validate: (year) => year !== "never" || "A year has figures." })}
      />
      <p role="alert">{message}</p>
      <button disabled={busy}>Keep</button>
    </form>
  );
}
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
const submit = () => act(async () => void fireEvent.click(screen.getByText("Keep")));
beforeEach(() => {
  sent.length = 0;
  kept.mockReset();
});

test("what is kept goes on; what was typed is sent as it stands", async () => {
  render(<Form asks={false} />);
  fireEvent.input(field("year"), { target: { value: "2023" } });
  answer = { kind: "kept", value: "id" };
  await submit();
  expect(sent).toEqual([{ name: "Tug", year: "2023" }]);
  expect(kept).toHaveBeenCalledWith("id", { name: "Tug", year: "2023" });
});

test("a refusal is said, its field is gone to, and nothing typed is lost", async () => {
  render(<Form asks={false} />);
  fireEvent.input(field("year"), { target: { value: "1" } });
  answer = { kind: "refused", status: 422, error: { code: "range", path: "machine.year", message: "1900 or later." } };
  await submit();
  expect(screen.getByRole("alert").textContent).toBe("1900 or later.");
  // It is gone to a moment after it is said; the bound stands only against hanging.
  await waitFor(() => expect(document.activeElement).toBe(field("year")), { timeout: 100_000 });
  expect([field("name").value, field("year").value, kept.mock.calls]).toEqual(["Tug", "1", []]);
  answer = { kind: "unreachable", database: false };
  await submit();
  expect(screen.getByRole("alert").textContent).toBe("The server does not answer. Nothing was kept.");
});

test("what cannot be right is said before it is sent, and a form may say of an answer what only it can", async () => {
  render(<Form asks />);
  fireEvent.input(field("year"), { target: { value: "never" } });
  await submit();
  expect([screen.getByRole("alert").textContent, sent]).toEqual(["A year has figures.", []]);
  fireEvent.input(field("year"), { target: { value: "" } });
  answer = { kind: "refused", status: 409, error: { code: "conflict", path: "$", message: "no" } };
  await submit();
  expect(screen.getByRole("alert").textContent).toBe("Press again.");
});
