import pino from "pino";

export const log = pino({ name: "averin", level: process.env.AVERIN_LOG_LEVEL ?? "info" });
