/**
 * Complementary error function, to about 1e-16 relative.
 * Source: W. J. Cody, Rational Chebyshev approximations for the error function, Math. Comp. 23 (1969), 631–637.
 */
export function erfc(x: number): number {
  const y = Math.abs(x);
  if (y <= 0.46875) return 1 - erfSmall(x);
  const tail = y > 27.3 ? 0 : y <= 4 ? erfcMiddle(y) : erfcFar(y);
  return x < 0 ? 2 - tail : tail;
}

const ratio = (top: readonly number[], bottom: readonly number[], z: number): number =>
  top.reduce((sum, c) => sum * z + c, 0) / bottom.reduce((sum, c) => sum * z + c, 0);

// Coefficients: Cody (1969), tables II and III, highest power first.
const A = [
  1.85777706184603153e-1, 3.1611237438705656, 1.13864154151050156e2, 3.77485237685302021e2, 3.20937758913846947e3,
];
const B = [1, 2.36012909523441209e1, 2.44024637934444173e2, 1.28261652607737228e3, 2.84423683343917062e3];
const C = [
  2.15311535474403846e-8, 5.64188496988670089e-1, 8.88314979438837594, 6.61191906371416295e1, 2.98635138197400131e2,
  8.8195222124176909e2, 1.71204761263407058e3, 2.05107837782607147e3, 1.23033935479799725e3,
];
const D = [
  1, 1.57449261107098347e1, 1.17693950891312499e2, 5.37181101862009858e2, 1.62138957456669019e3, 3.29079923573345963e3,
  4.36261909014324716e3, 3.43936767414372164e3, 1.23033935480374942e3,
];
const P = [
  1.63153871373020978e-2, 3.05326634961232344e-1, 3.60344899949804439e-1, 1.25781726111229246e-1,
  1.60837851487422766e-2, 6.58749161529837803e-4,
];
const Q = [
  1, 2.56852019228982242, 1.87295284992346725, 5.27905102951428412e-1, 6.05183413124413191e-2, 2.33520497626869185e-3,
];

const erfSmall = (x: number): number => x * ratio(A, B, x * x);

/** exp(−y²) split so that the square loses nothing. */
function expMinusSquare(y: number): number {
  const coarse = Math.trunc(y * 16) / 16;
  return Math.exp(-coarse * coarse) * Math.exp(-(y - coarse) * (y + coarse));
}

const erfcMiddle = (y: number): number => expMinusSquare(y) * ratio(C, D, y);

function erfcFar(y: number): number {
  const z = 1 / (y * y);
  const r = z * ratio(P, Q, z);
  return (expMinusSquare(y) * (1 / Math.sqrt(Math.PI) - r)) / y;
}

/** Φ(z), the standard normal distribution function. */
export function normalCdf(z: number): number {
  return 0.5 * erfc(-z / Math.SQRT2);
}

/** Φ(high) − Φ(low) without cancellation in either tail; low ≤ high. */
export function normalBetween(low: number, high: number): number {
  if (low > 0) return 0.5 * (erfc(low / Math.SQRT2) - erfc(high / Math.SQRT2));
  if (high < 0) return 0.5 * (erfc(-high / Math.SQRT2) - erfc(-low / Math.SQRT2));
  return 1 - 0.5 * erfc(-low / Math.SQRT2) - 0.5 * erfc(high / Math.SQRT2);
}
