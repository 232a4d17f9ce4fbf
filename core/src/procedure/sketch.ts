import { z } from "zod";

/** An outline in the letters of a pen: M to, L line, C and Q curves, A arc, Z closed; small letters go on from where it is. */
export const pen = z
  .string()
  .max(2000)
  .regex(/^[Mm][MmLlHhVvCcSsQqTtAaZz\d\s.,+-]*$/, "begins with M; letters of a pen and figures alone");

/** A part in the row of the whole: outlines in a field of 88 by 44, their tone told by how far the part has come. */
export const sketchSchema = z
  .array(
    z.strictObject({
      pen,
      /** A line alone, nothing filled. */
      open: z.boolean().default(false),
    }),
  )
  .min(1)
  .max(20);
export type Sketch = z.infer<typeof sketchSchema>;

/** A sketch that several procedures need, by its name. */
export const namedSketchSchema = z.strictObject({ name: z.string().min(1), sketch: sketchSchema });
