/**
 * Derivative of the logarithm of the gamma function, for x > 0: recurrence up to 6, then the asymptotic
 * series (Abramowitz & Stegun 1964, 6.3.5 and 6.3.18).
 * @example digamma(1) // −0.5772…
 */
export function digamma(x: number): number {
  let [at, sum] = [x, 0];
  for (; at < 6; at++) sum -= 1 / at;
  const q = 1 / (at * at);
  return sum + Math.log(at) - 0.5 / at - q * (1 / 12 - q * (1 / 120 - q * (1 / 252 - q / 240)));
}

/** Second derivative of the logarithm of the gamma function, for x > 0 (6.4.6, 6.4.12). @example trigamma(1) // 1.6449… */
export function trigamma(x: number): number {
  let [at, sum] = [x, 0];
  for (; at < 6; at++) sum += 1 / (at * at);
  const q = 1 / (at * at);
  return sum + 1 / at + q / 2 + (q / at) * (1 / 6 - q * (1 / 30 - q * (1 / 42 - q / 30)));
}

/** Where `trigamma` has a value: bisection on the logarithm. @example trigammaInverse(trigamma(3)) // 3 */
export function trigammaInverse(value: number): number {
  let [low, high] = [-12, 18];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (trigamma(Math.exp(middle)) > value) low = middle;
    else high = middle;
  }
  return Math.exp((low + high) / 2);
}
