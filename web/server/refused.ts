import type { RefusalData } from "@averin/core";

/** A request that cannot be taken: answered with the error object, changing nothing. */
export class Refused extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 421 | 422 | 429,
    readonly data: RefusalData,
  ) {
    super(data.message);
    this.name = "Refused";
  }
}

export const notFound = (what: string): Refused =>
  new Refused(404, { code: "unsupported", path: "$", message: `There is no such ${what} here.` });
