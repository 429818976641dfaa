import { markedPlaces } from './lensTestMarks';

const FRAME = 'c5b0b3c2-6f3d-4b62-9a50-3d1f4a6f2b11';

test('a mark lies as far from the axis as its place and the shift of its frame say; frames that are left out, out of focus or with the lamp do not count', () => {
  const shots = [{ fNumber: 8, riseMm: 0, shiftMm: 8, focusMm: 0, lamp: false, frameId: FRAME }];
  const marks = [
    { frameId: FRAME, place: 'upperRight' as const, at: [1, 0] as [number, number], mark: 'no' as const },
    {
      frameId: 'c5b0b3c2-6f3d-4b62-9a50-3d1f4a6f2b12',
      place: 'centre' as const,
      at: [0.5, 0.5] as [number, number],
      mark: 'good' as const,
    },
  ];
  // The upper right corner of 40 × 30 mm, 8 mm farther right: 28 right, 15 up.
  const places = markedPlaces({ marks, shots, widthMm: 40, heightMm: 30 }, 0.25);
  expect(places).toEqual([{ fNumber: 8, heightMm: Math.hypot(28, 15) / 1.25, mark: 'no' }]);
  for (const over of [{ lamp: true }, { focusMm: 0.1 }])
    expect(markedPlaces({ marks, shots: shots.map((shot) => ({ ...shot, ...over })), widthMm: 40, heightMm: 30 }, 0.25)).toEqual([]);
});
