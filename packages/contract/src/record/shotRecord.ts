import { recordText } from '@gangway/messages/contract/record';
import { SHOT_VERSION, SILENT_SHOT } from '@gangway/core/log/shotFields';
import { shotWithPresentNames } from './earlierNames';
import { eachTime, type VersionedRecord } from './versions';

/** A shot of the log. */
export const SHOT_RECORD: VersionedRecord = {
  name: recordText.shotRecord,
  upgrades: eachTime(SHOT_VERSION, (shot) => ({ ...SILENT_SHOT, ...shotWithPresentNames(shot) })),
};
