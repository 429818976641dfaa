import { ITEM_RECORD } from '@gangway/contract/record/itemRecord';
import { RIG_RECORD } from '@gangway/contract/record/records';
import { SETUP_RECORD } from '@gangway/contract/record/setupRecord';
import { SHOT_RECORD } from '@gangway/contract/record/shotRecord';
import { presentVersion, upgraded, type VersionedRecord } from '@gangway/contract/record/versions';
import type { Write } from './write';

// A change may have waited while Gangway was brought up to date: what it holds
// is brought to the present version like any other record.

// Only Gangway writes into its outbox, so the shape of what is in it is known.
const to = <T>(record: VersionedRecord, value: T, schema: number): T => upgraded(record, value, schema) as T;

/** A change in the present version of its records; the same one where it is already. */
export function upgradedWrite(write: Write): Write {
  switch (write.kind) {
    case 'setup': {
      const schema = presentVersion(SETUP_RECORD);
      if (write.schema === schema) return write;
      const { settings, ancestor } = write;
      return {
        ...write,
        schema,
        settings: to(SETUP_RECORD, settings, write.schema),
        ancestor: ancestor && { ...ancestor, settings: to(SETUP_RECORD, ancestor.settings, write.schema) },
      };
    }
    case 'newSetup': {
      const schema = presentVersion(SETUP_RECORD);
      return write.schema === schema ? write : { ...write, schema, settings: to(SETUP_RECORD, write.settings, write.schema) };
    }
    case 'log': {
      const schema = presentVersion(SHOT_RECORD);
      if (write.schema === schema) return write;
      return {
        ...write,
        schema,
        put: write.put.map((shot) => to(SHOT_RECORD, shot, write.schema)),
        was: write.was.map((shot) => to(SHOT_RECORD, shot, write.schema)),
      };
    }
    case 'kit': {
      const schema = presentVersion(ITEM_RECORD);
      if (write.schema === schema) return write;
      return {
        ...write,
        schema,
        changes: write.changes.map((change) => {
          if (change.op === 'putItem') return { ...change, item: to(ITEM_RECORD, change.item, write.schema) };
          if (change.op === 'putRig') return { ...change, rig: { ...change.rig, plan: to(RIG_RECORD, change.rig.plan, write.schema) } };
          return change;
        }),
        was: write.was.map((each) => ({ ...each, item: to(ITEM_RECORD, each.item, write.schema) })),
      };
    }
    default:
      return write;
  }
}
