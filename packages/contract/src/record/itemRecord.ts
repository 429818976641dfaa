import { recordText } from '@gangway/messages/contract/record';
import { ITEM_VERSION } from '@gangway/core/kit/item';
import { withEveryFigure } from './everyFigure';
import { eachTime, type VersionedRecord } from './versions';

/** An item of the kit. */
export const ITEM_RECORD: VersionedRecord = { name: recordText.kitItem, upgrades: eachTime(ITEM_VERSION, withEveryFigure) };
