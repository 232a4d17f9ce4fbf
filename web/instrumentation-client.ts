import { config } from "zod";

// Schemas are read step by step: pages may not make code from text, and asking whether they could is told on.
config({ jitless: true });
