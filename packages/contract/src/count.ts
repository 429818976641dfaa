import { z } from 'zod';

/** The largest whole number that the database keeps in an integer (PostgreSQL: four bytes). */
const WHOLE_MOST = 2 ** 31 - 1;

/** The version of something stored: 1 for the first. */
export const versionSchema = z.number().int().positive().max(WHOLE_MOST);
/** The same, or 0 for what must not be there yet. */
export const versionOrNoneSchema = z.number().int().nonnegative().max(WHOLE_MOST);
