/** A decimal price in hundredths, exactly: "12.40" is 1240. */
export const hundredths = (price: string): number => Number(price.replace(".", ""));

/** Whole hundredths as decimal text: 1240 is "12.40". */
export const decimal = (amount: number): string =>
  `${Math.trunc(amount / 100)}.${String(amount % 100).padStart(2, "0")}`;

/** A sum as somebody says it, with its hundredths: "45" is "45.00". */
export const toHundredths = (sum: string): string => (sum.includes(".") ? sum : `${sum}.00`);
