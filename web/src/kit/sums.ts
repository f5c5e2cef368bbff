import Big from 'big.js';

// Quantities are exact decimals, and stay so when the screen reckons with them.

export function plus(...amounts: string[]): string {
  return amounts.reduce((sum, one) => sum.plus(one), new Big(0)).toFixed();
}

export function minus(from: string, ...amounts: string[]): string {
  return amounts.reduce((rest, one) => rest.minus(one), new Big(from)).toFixed();
}

export function times(one: string, other: string): string {
  return new Big(one).times(other).toFixed();
}

/** Whether the first is more than the second. */
export function isMore(one: string, than: string): boolean {
  return new Big(one).gt(than);
}

/** Decimals added up without a rounding: the server's own are exact. */
export function sum(decimals: readonly string[]): string {
  return decimals.reduce((total, one) => total.plus(one), new Big(0)).toFixed();
}
