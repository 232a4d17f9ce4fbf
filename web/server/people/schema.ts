import { ROLES } from "@averin/core";
import { z } from "zod";
import { shopSchema } from "../settings/schema.ts";

const name = z.string().trim().min(2).max(80);

const password = z.string().min(1).max(200);
/** One that is chosen here. */
const fresh = z.string().min(10, "ten characters or more").max(200);

export const credentialsSchema = z.strictObject({ name: z.string().trim().min(1).max(80), password });

export const newPersonSchema = z.strictObject({
  name,
  password: fresh,
  /** What the shop says of itself; it can be said later too. */
  shop: shopSchema.optional(),
  /** What `./averin up` printed: whoever started the shop makes its first person, and nobody else. */
  code: z.string().max(100).default(""),
});

const roles = z.array(z.enum(ROLES)).min(1, "say what they do here").max(ROLES.length);

export const personSchema = z.strictObject({
  name,
  password: fresh,
  roles,
});
export const rolesSchema = z.strictObject({ roles });
export const freshPasswordSchema = z.strictObject({
  password: fresh,
});
export const ownPasswordSchema = z.strictObject({ old: z.string().min(1).max(200), ...freshPasswordSchema.shape });

export const renameSchema = z.strictObject({ name });

const pin = z.string().regex(/^\d{4,8}$/, "four to eight figures");

/** A PIN is set by whoever knows the password, or the PIN that was. */
export const pinSchema = z.strictObject({ pin, password: password.optional(), oldPin: pin.optional() });

export const takeoverSchema = z.strictObject({ pin, personId: z.string().min(1).max(36) });
