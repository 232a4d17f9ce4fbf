/** How somebody was told of a bad part. */
export const TOLD_BY = ["counter", "phone", "message", "letter"] as const;
/** How a complaint of one may be settled. */
export const SETTLED = ["replaced", "credited", "refused", "let be"] as const;
