// Estimates that a few odd values do not spoil.

/** The constant of Huber’s estimator for normal errors: deviations beyond so many standard deviations count less. Source: Huber, “Robust Statistics”, 1981. */
export const HUBER = 1.345;
/** The median of absolute deviations times this is the standard deviation of normal errors. */
const NORMAL = 1.4826;

/** The middle value, the upper one of two; NaN where there is none. */
export function median(values: readonly number[]): number {
  return Float64Array.from(values).sort()[Math.floor(values.length / 2)] ?? NaN;
}

/** Standard deviation of deviations from nothing, by their median; 0 where there are none. */
export function robustScatter(deviations: readonly number[]): number {
  return deviations.length === 0 ? 0 : NORMAL * median(deviations.map(Math.abs));
}

/** Standard deviation of a value, by what it comes to with each part of the data left out in turn. Source: the jackknife (Quenouille, Tukey). */
export function jackknife(values: readonly number[]): number {
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  return Math.sqrt(((values.length - 1) / values.length) * values.reduce((sum, each) => sum + (each - mean) ** 2, 0));
}
