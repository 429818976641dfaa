import fc from 'fast-check';
import { handlesOf } from './handles';
import { dimensionsOf, FIRST_SUBJECTS, SUBJECT_KINDS, type Subject } from '../subjects/subject';
import { evenly } from '../evenly.test-support';

const kinds = SUBJECT_KINDS.filter((kind) => kind !== 'model');
const mesh = { name: 'block', vertices: [-1, 0, 0, 1, 0, 0, 1, 2, 3], triangles: [0, 1, 2] };
const subjects: readonly Subject[] = [
  ...kinds.map((kind) => FIRST_SUBJECTS[kind]),
  // Turned, so that along and across are no longer away and aside.
  { ...FIRST_SUBJECTS.front, turnDeg: 25, depthM: 6 },
  { kind: 'model', metresPerUnit: 2, turnDeg: 20, mesh },
];
const read = (subject: Subject, key: string) => (subject as unknown as Readonly<Record<string, number>>)[key] ?? NaN;

describe('handles of a subject', () => {
  test('put where they lie they change nothing, and each is a dimension of its kind', () => {
    for (const subject of subjects) {
      for (const { key, at, value } of handlesOf(subject)) {
        expect(dimensionsOf(subject.kind).map(([name]) => name)).toContain(key);
        expect(value(at)).toBeCloseTo(read(subject, key), 9);
      }
    }
  });

  test('put elsewhere, the dimension brings the handle as near to there as it can come', () => {
    fc.assert(
      fc.property(fc.constantFrom(...subjects), evenly(0.3, 9), evenly(0.3, 9), (subject, awayM, sideM) => {
        handlesOf(subject).forEach((handle, i) => {
          const sign = handle.key === 'turnDeg' ? -1 : 1;
          const to = handle.view === 'elevation' ? { ...handle.at, sideM } : { awayM: sign * awayM, sideM: sign * sideM };
          const value = handle.value(to);
          const moved = handlesOf({ ...subject, [handle.key]: value })[i];
          expect(moved?.value(to)).toBeCloseTo(value, 6);
          // What goes up goes there exactly.
          if (handle.view === 'elevation') expect(moved?.at.sideM).toBeCloseTo(sideM, 6);
        });
      }),
    );
  });

  test('every kind can be dragged in both drawings', () => {
    for (const subject of subjects) expect(new Set(handlesOf(subject).map(({ view }) => view)).size).toBe(2);
  });
});
