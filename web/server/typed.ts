import { z } from "zod";

/** Words that have to be typed; `ask` says what they are, where their field alone does not. */
export const words = (most: number, ask?: string) => z.string().trim().min(1, ask).max(most);

/** Words that may be left away. */
export const perhaps = (most: number) => z.string().trim().max(most);
