/** How much height a list of rows keeps, in px: its own where it is short, four rows and scrolling where it is long. */
export const listHeight = (rows: number): number => Math.min(rows, 4) * 50;
