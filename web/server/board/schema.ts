import { z } from "zod";
import { words } from "../typed.ts";

/** An address for a wall, by where it hangs. */
export const wallSchema = z.strictObject({ name: words(80, "say where it hangs, such as tack room") });
