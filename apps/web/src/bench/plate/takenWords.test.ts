import type { CameraUnknown, Difference, FoundCamera } from '@gangway/core/plate/foundCamera';
import { takenWords } from './takenWords';

const NONE: Difference = { by: 0, doubt: 0 };
const NAMES: readonly CameraUnknown[] = ['asideM', 'upM', 'aheadM', 'yawDeg', 'pitchDeg', 'rollDeg', 'riseMm', 'shiftMm', 'larger'];
const found = (differences: Partial<Record<CameraUnknown, Difference>>, placed = true): FoundCamera => ({
  differences: { ...(Object.fromEntries(NAMES.map((name) => [name, NONE])) as FoundCamera['differences']), ...differences },
  placed,
  strained: false,
  used: 100,
  rmsMm: 0.01,
});

describe('how a frame was taken differently from the plan, in words', () => {
  test('is certain from two standard deviations, possible from one, and nothing that nobody would change is told', () => {
    const { certain, possible, none } = takenWords(
      found({
        aheadM: { by: 0.4, doubt: 0.1 },
        asideM: { by: -0.3, doubt: 0.2 },
        upM: { by: 0.1, doubt: 0.3 },
        rollDeg: { by: -0.5, doubt: 0.1 },
        pitchDeg: { by: 0.04, doubt: 0.001 },
      }),
    );
    expect(certain).toEqual(['Tripod 0.40 m closer (± 0.10 m)', 'Camera rolled 0.50° farther anticlockwise (± 0.10°)']);
    expect(possible).toEqual(['Tripod 0.30 m farther left (± 0.20 m)']);
    expect(none).toContain('lens height (± 0.30 m)');
    expect(none).toContain('pitch');
    expect(none).not.toContain('roll');
  });

  test('nothing is certain where the frame does not fit what is assumed, or the uncertainty is unknown', () => {
    const differences = { asideM: { by: 2.5, doubt: 0.3 }, yawDeg: { by: 0.8, doubt: 0.1 } };
    expect(takenWords(found(differences)).certain).toHaveLength(2);
    const strained = takenWords({ ...found(differences), strained: true });
    expect(strained.certain).toEqual([]);
    expect(strained.possible).toEqual(['Tripod 2.50 m farther right (± 0.30 m)', 'Camera yawed 0.80° farther right (± 0.10°)']);
    const unknown = takenWords(found({ yawDeg: { by: 0.8, doubt: null } }));
    expect(unknown.certain).toEqual([]);
    expect(unknown.possible).toEqual(['Camera yawed 0.80° farther right (uncertainty unknown)']);
  });

  test('says nothing of the place where that was not looked for', () => {
    const { certain, possible, none } = takenWords(found({ aheadM: { by: 5, doubt: 0 }, riseMm: { by: -2, doubt: 0.4 } }, false));
    expect(certain).toEqual(['2.0 mm less rise (± 0.4 mm)']);
    expect(possible).toEqual([]);
    expect(none).not.toContain('distance');
  });
});
