import { sql, type SQL } from 'drizzle-orm';
import { setups } from '../db/schema';

/** Whether a setup is planned on a photograph: its first one or one of the others. */
export const isPlannedOn = (pictureId: SQL): SQL =>
  sql`(${setups.settings}->'plate'->>'pictureId' = ${pictureId} or ${setups.settings}->'plate'->'others' @> jsonb_build_array(jsonb_build_object('pictureId', ${pictureId})))`;
