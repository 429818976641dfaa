import { z } from 'zod';

// What a job or a shot can be dated: outside of these years it is a slip of the
// keys, and year 0 or 300 000 is none that a database keeps.
const FIRST_YEAR = 1900;
const LAST_YEAR = 2199;

function isInRange(iso: string): boolean {
  const year = new Date(iso).getUTCFullYear();
  return year >= FIRST_YEAR && year <= LAST_YEAR;
}

/** A day, 2026-06-21. */
export const daySchema = (words: string) => z.iso.date(words).refine(isInRange, words);

/** A moment with its offset from UTC, kept in UTC: 2026-06-21T09:30:00+01:00 becomes 2026-06-21T08:30:00.000Z. */
export const momentSchema = (words: string) =>
  z.iso
    .datetime({ offset: true, error: words })
    .refine(isInRange, words)
    .transform((said) => new Date(said).toISOString());
