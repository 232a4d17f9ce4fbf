import { z } from "zod";

export const ROLES = ["technician", "lead", "counter", "administrator"] as const;

const name = z.string().trim().min(2).max(80);

const password = z.string().min(1).max(200);

export const credentialsSchema = z.strictObject({ name: z.string().trim().min(1).max(80), password });

export const newPersonSchema = z.strictObject({
  name,
  password: z.string().min(10, "ten characters or more").max(200),
  /** What `./averin up` printed: whoever started the shop makes its first person, and nobody else. */
  code: z.string().max(100).default(""),
});

export const renameSchema = z.strictObject({ name });

const pin = z.string().regex(/^\d{4,8}$/, "four to eight figures");

/** A PIN is set by whoever knows the password, or the PIN that was. */
export const pinSchema = z.strictObject({ pin, password: password.optional(), oldPin: pin.optional() });

export const takeoverSchema = z.strictObject({ pin, personId: z.string().min(1).max(36) });
