import { z } from 'zod';

/** A number with its bounds, as panel and schema read it. */
export interface Bounds {
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
}

/** The schema of a number within its bounds, refusing in words. */
export const bounded = ({ label, unit, min, max }: Bounds) => {
  const allowed = `${label} must be a number from ${written(min)} to ${written(max)}${unit === '' || unit === '°' ? unit : ` ${unit}`}.`;
  return z.number({ error: allowed }).min(min, allowed).max(max, allowed);
};

/** A bound with a true minus sign. */
const written = (bound: number): string => String(bound).replace('-', '−');
