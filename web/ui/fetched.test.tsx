/** @jest-environment ./testing/page.cjs */
import { act, render, screen } from "@testing-library/react";
import { fetched } from "./fetched.tsx";

test("what cannot be fetched is said, and is fetched the next time it is shown", async () => {
  let server = false;
  const Form = fetched(() =>
    server ? Promise.resolve(({ name }: { name: string }) => <p>{name}</p>) : Promise.reject(new Error("gone")),
  );
  const first = render(<Form name="PIN" />);
  await act(async () => undefined);
  expect(screen.getByRole("alert").textContent).toMatch(/server does not answer/);
  first.unmount();
  server = true;
  render(<Form name="PIN" />);
  await act(async () => undefined);
  expect(screen.getByText("PIN").textContent).toBe("PIN");
});
