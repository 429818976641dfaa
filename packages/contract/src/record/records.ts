import { recordText } from '@gangway/messages/contract/record';
import { isJson, type VersionedRecord } from './versions';

/** How a rig of the kit is put together. */
export const RIG_RECORD: VersionedRecord = { name: recordText.rigRecord, upgrades: [] };

/** A card kept to be laid over other cards. */
export const TEMPLATE_RECORD: VersionedRecord = {
  name: recordText.cardTemplate,
  upgrades: [(card) => ({ order: [], own: [], left: [], ...card })],
};

/** A test of a lens, without its frames. */
export const LENS_TEST_RECORD: VersionedRecord = {
  name: recordText.lensTest,
  // The first ones were all taken of a wall.
  upgrades: [
    (test) => ({
      target: 'wall',
      chart: null,
      wantedCyMm: null,
      otherCopy: null,
      ...test,
      shots: Array.isArray(test.shots) ? test.shots.map((shot: unknown) => (isJson(shot) ? { focusMm: 0, ...shot } : shot)) : test.shots,
    }),
    // Nothing had been judged by eye, and no lamp had stood beside a frame.
    (test) => ({
      marks: [],
      byMarks: false,
      ...test,
      shots: Array.isArray(test.shots) ? test.shots.map((shot: unknown) => (isJson(shot) ? { lamp: false, ...shot } : shot)) : test.shots,
    }),
  ],
};
