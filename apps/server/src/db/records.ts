import type { CardTemplate } from '@gangway/contract/card';
import { ITEM_RECORD } from '@gangway/contract/record/itemRecord';
import { SHOT_RECORD } from '@gangway/contract/record/shotRecord';
import type { LensTestSettings } from '@gangway/contract/lensTest';
import { LENS_TEST_RECORD, RIG_RECORD, TEMPLATE_RECORD } from '@gangway/contract/record/records';
import { SETUP_RECORD } from '@gangway/contract/record/setupRecord';
import { newerVersion, presentVersion, upgraded, type VersionedRecord } from '@gangway/contract/record/versions';
import type { StoredSettings } from '@gangway/contract/storedSetup';
import type { KitItem } from '@gangway/core/kit/item';
import type { ShotValues } from '@gangway/core/log/shotFields';
import type { RigPlan } from '@gangway/core/rig/parts';
import { max } from 'drizzle-orm';
import type { Db } from './connect';
import { cardTemplates, kitItems, kitRigs, lensTests, setups, shots } from './schema';

// What a row holds is of the version that it was written in. It is brought to
// the present one when it is read, and written in the present one. Rows are
// not rewritten for their own sake: an older Gangway could not read them then.

interface Versioned {
  readonly schemaVersion: number;
}

/** Settings as they are stored now. */
export const setupColumns = (settings: StoredSettings) => ({ settings, schemaVersion: presentVersion(SETUP_RECORD) });

/** The settings of a row, whatever version wrote them. Only schemas write rows, so the shape is known. */
export function settingsIn({ settings, schemaVersion }: Versioned & { readonly settings: unknown }): StoredSettings {
  return upgraded(SETUP_RECORD, settings, schemaVersion) as StoredSettings;
}

export const itemColumns = (item: KitItem) => ({ item, schemaVersion: presentVersion(ITEM_RECORD) });

export function itemIn({ item, schemaVersion }: Versioned & { readonly item: unknown }): KitItem {
  return upgraded(ITEM_RECORD, item, schemaVersion) as KitItem;
}

export const planColumns = (plan: RigPlan) => ({ plan, schemaVersion: presentVersion(RIG_RECORD) });

export function planIn({ plan, schemaVersion }: Versioned & { readonly plan: unknown }): RigPlan {
  return upgraded(RIG_RECORD, plan, schemaVersion) as RigPlan;
}

export const shotColumns = (values: ShotValues) => ({ values, schemaVersion: presentVersion(SHOT_RECORD) });

export function shotIn({ values, schemaVersion }: Versioned & { readonly values: unknown }): ShotValues {
  return upgraded(SHOT_RECORD, values, schemaVersion) as ShotValues;
}

export const templateColumns = (card: CardTemplate['card']) => ({ card, schemaVersion: presentVersion(TEMPLATE_RECORD) });

export function templateIn({ card, schemaVersion }: Versioned & { readonly card: unknown }): CardTemplate['card'] {
  return upgraded(TEMPLATE_RECORD, card, schemaVersion) as CardTemplate['card'];
}

export const lensTestColumns = (settings: LensTestSettings) => ({ settings, schemaVersion: presentVersion(LENS_TEST_RECORD) });

export function lensTestIn({ settings, schemaVersion }: Versioned & { readonly settings: unknown }): LensTestSettings {
  return upgraded(LENS_TEST_RECORD, settings, schemaVersion) as LensTestSettings;
}

const TABLES: readonly (readonly [
  VersionedRecord,
  typeof setups | typeof kitItems | typeof kitRigs | typeof shots | typeof cardTemplates | typeof lensTests,
])[] = [
  [SETUP_RECORD, setups],
  [ITEM_RECORD, kitItems],
  [RIG_RECORD, kitRigs],
  [SHOT_RECORD, shots],
  [TEMPLATE_RECORD, cardTemplates],
  [LENS_TEST_RECORD, lensTests],
];

/**
 * Refuses a database that holds records of a newer Gangway, before anything
 * is written to it.
 *
 * @throws CoreError `newer_version`, naming the record and both versions
 */
export async function refuseNewerRecords(db: Db): Promise<void> {
  for (const [kind, table] of TABLES) {
    const [row] = await db.select({ newest: max(table.schemaVersion) }).from(table);
    const newest = row?.newest ?? 1;
    if (newest > presentVersion(kind)) throw newerVersion(kind.name, newest, presentVersion(kind));
  }
}
