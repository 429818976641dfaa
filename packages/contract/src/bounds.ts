import { boundsText } from '@gangway/messages/contract/bounds';
import { say } from '@gangway/messages/say';
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
  const allowed = say(boundsText.mustBeANumberFrom, {
    label,
    min: written(min),
    max: written(max),
    unit: unit === '' || unit === '°' ? unit : ` ${unit}`,
  });
  return z.number({ error: allowed }).min(min, allowed).max(max, allowed);
};

/** A bound with a true minus sign. */
const written = (bound: number): string => String(bound).replace('-', '−');
