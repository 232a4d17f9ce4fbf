import type { UseFormRegisterReturn } from "react-hook-form";

/** A name and a password, for somebody who has them or for somebody who chooses them. */
export function Credentials({
  field,
  fresh = false,
}: {
  field: (name: "name" | "password") => UseFormRegisterReturn;
  /** Whether they are chosen here. */
  fresh?: boolean;
}) {
  return (
    <>
      <label className="flex flex-col gap-1 font-semibold">
        Name
        <input {...field("name")} className="field text-xl" autoComplete="username" autoFocus required />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Password
        <input
          {...field("password")}
          type="password"
          className="field text-xl"
          autoComplete={fresh ? "new-password" : "current-password"}
          required
        />
        {fresh && <span className="font-normal text-soft">Ten characters or more.</span>}
      </label>
    </>
  );
}
