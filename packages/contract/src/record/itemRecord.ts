import { recordText } from '@gangway/messages/contract/record';
import { ITEM_VERSION } from '@gangway/core/kit/item';
import { itemWithPresentNames } from './earlierNames';
import { withEverySpec } from './everySpec';
import { eachTime, type VersionedRecord } from './versions';

/** An item of the kit. */
export const ITEM_RECORD: VersionedRecord = {
  name: recordText.kitItem,
  upgrades: eachTime(ITEM_VERSION, (item) => withEverySpec(itemWithPresentNames(item))),
};
