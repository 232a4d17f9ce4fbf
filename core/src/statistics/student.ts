/**
 * Student's t for whole degrees of freedom, by the finite series of its distribution.
 * Source: Abramowitz and Stegun, Handbook of Mathematical Functions (1964), 26.7.3 and 26.7.4.
 */

/** A(θ) = P(|T| ≤ √ν·tan θ) for ν degrees of freedom. */
function centralProbability(theta: number, nu: number): number {
  const sin = Math.sin(theta);
  const cos = Math.cos(theta);
  const square = cos * cos;
  if (nu % 2 === 0) {
    let term = 1;
    let sum = 1;
    for (let k = 2; k < nu; k += 2) {
      term *= ((k - 1) / k) * square;
      sum += term;
    }
    return sin * sum;
  }
  let term = cos;
  let sum = nu > 1 ? cos : 0;
  for (let k = 3; k < nu; k += 2) {
    term *= ((k - 1) / k) * square;
    sum += term;
  }
  return (2 / Math.PI) * (theta + sin * sum);
}

/** The quantile of Student's t at p in (0, 1) for nu ≥ 1 whole degrees of freedom. */
export function studentQuantile(p: number, nu: number): number {
  if (p === 0.5) return 0;
  const wanted = Math.abs(2 * p - 1);
  let low = 0;
  let high = Math.PI / 2;
  // Bisection on the angle: monotone, and as exact as the series.
  for (let i = 0; i < 200 && low < high; i += 1) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (centralProbability(middle, nu) < wanted) low = middle;
    else high = middle;
  }
  const t = Math.sqrt(nu) * Math.tan((low + high) / 2);
  return p > 0.5 ? t : -t;
}
