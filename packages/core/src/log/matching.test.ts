import fc from 'fast-check';
import { matched, matchingRemark, type FileToMatch, type ShotToMatch } from './matching';
import { evenly } from '../evenly.test-support';

const START = Date.UTC(2026, 9, 24, 9, 0, 0);

/** Shots at the seconds given, and the files of a camera whose clock is ahead by so much. */
function day(
  seconds: readonly number[],
  offsetS: number,
  { camera = 'camera A', jitter = [] as readonly number[], from = 0 } = {},
): { shots: ShotToMatch[]; files: FileToMatch[] } {
  return {
    shots: seconds.map((s, i) => ({ id: `${camera} ${from + i}`, atMs: START + s * 1000, shutterSpeedS: null, iso: null })),
    files: seconds.map((s, i) => ({
      name: `${camera === 'camera A' ? 'A' : 'B'}${String(from + i).padStart(5, '0')}.tif`,
      atMs: START + (s + offsetS + (jitter[i] ?? 0)) * 1000,
      camera,
      shutterSpeedS: null,
      iso: null,
    })),
  };
}

const rightOnes = (found: ReturnType<typeof matched>): number =>
  found.matches.filter(({ shotId, file }) => Number(shotId.split(' ')[2]) === Number(/\d+/.exec(file)?.[0])).length;

/** Times of a day's work: bursts and waits of uneven length. */
const times = fc
  .array(fc.integer({ min: 4, max: 900 }), { minLength: 4, maxLength: 60 })
  .map((gaps) => gaps.reduce<number[]>((all, gap) => [...all, (all[all.length - 1] ?? 0) + gap], []));

describe('matching shots with files', () => {
  test('a clock a day off or in another zone is found, though every touch is some seconds late', () => {
    fc.assert(
      fc.property(times, fc.integer({ min: -200_000, max: 200_000 }), fc.infiniteStream(evenly(-1.5, 1.5)), (seconds, offsetS, noise) => {
        const { shots: shots, files } = day(seconds, offsetS, { jitter: [...noise.take(seconds.length)] });
        const found = matched(shots, files);
        expect(rightOnes(found)).toBe(seconds.length);
        expect(Math.abs((found.clocks[0]?.offsetS ?? 0) - offsetS)).toBeLessThan(2);
        expect(found.shotsLeft).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('pairs are one to one and in the order of time, whatever is there', () => {
    const some = fc.array(fc.integer({ min: 0, max: 3000 }), { maxLength: 40 });
    fc.assert(
      fc.property(some, some, (a, b) => {
        const shots = a.map((s, i): ShotToMatch => ({ id: `t${i}`, atMs: s * 1000, shutterSpeedS: null, iso: null }));
        const files = b.map((s, i): FileToMatch => ({ name: `f${i}`, atMs: s * 1000, camera: 'c', shutterSpeedS: null, iso: null }));
        const { matches, shotsLeft, filesLeft } = matched(shots, files);
        expect(new Set(matches.map(({ shotId }) => shotId)).size).toBe(matches.length);
        expect(new Set(matches.map(({ file }) => file)).size).toBe(matches.length);
        expect(matches.length + shotsLeft.length).toBe(shots.length);
        expect(matches.length + filesLeft.length).toBe(files.length);
      }),
      { numRuns: 100 },
    );
  });

  test('shots that were not logged and shots that were thrown away shift nothing', () => {
    const seconds = [0, 12, 30, 95, 140, 155, 171, 400, 460, 470, 600];
    const { shots: shots, files } = day(seconds, 7200);
    const found = matched(
      shots.filter((_, i) => i !== 3),
      files.filter((_, i) => i !== 7 && i !== 8),
    );
    expect(rightOnes(found)).toBe(8);
    expect(found.shotsLeft).toHaveLength(2);
    expect(found.filesLeft).toEqual(['A00003.tif']);
    expect(found.remarks.map(matchingRemark).join()).toContain('10 shots were logged, but there are 9 files');
  });

  test('even steps of a mosaic are not shifted by one', () => {
    const { shots: shots, files } = day([0, 10, 20, 30, 40, 50, 60, 70], -86_400, { jitter: [1, 1.2, 0.8, 1, 1.1, 0.9, 1, 1] });
    const found = matched(shots, files);
    expect(rightOnes(found)).toBe(8);
    // Alone and even, it would fit shifted by one as well: that is said, with the other clock.
    expect(found.matches.every(({ doubts }) => doubts.includes('rival'))).toBe(true);
    expect(Math.abs(Math.abs((found.clocks[0]?.rival?.offsetS ?? 0) + 86_399) - 10)).toBeLessThan(1);
    expect(Math.abs((found.clocks[0]?.offsetS ?? 0) + 86_399)).toBeLessThan(1);
  });

  test('daylight saving that ends in the middle is found as a second clock and said', () => {
    const morning = day([0, 40, 100, 130, 500], 7200);
    const evening = day([9000, 9030, 9111, 9300, 9333], 3600, { from: 5 });
    const found = matched([...morning.shots, ...evening.shots], [...morning.files, ...evening.files]);
    expect(rightOnes(found)).toBe(10);
    expect(found.clocks.map(({ offsetS }) => Math.round(offsetS)).sort((a, b) => a - b)).toEqual([3600, 7200]);
    expect(found.remarks.map(matchingRemark).join()).toMatch(/changes by one hour/);
  });

  test('two cameras have two clocks', () => {
    const a = day([0, 60, 150, 400], 10);
    const b = day([30, 90, 222, 500, 640], -5000, { camera: 'camera B', from: 50 });
    const found = matched([...a.shots, ...b.shots], [...a.files, ...b.files]);
    expect(found.matches.filter(({ shotId, file }) => (shotId.includes('A') ? 'A' : 'B') === file[0])).toHaveLength(9);
    expect(found.clocks).toHaveLength(2);
    expect(found.remarks.map(matchingRemark).join()).toContain('2 cameras');
  });

  test('a bracket that was touched all at once is told apart by its times, and another exposure is doubted', () => {
    const { shots: shots, files } = day([0, 2, 4, 300, 600], 100);
    const exposed = (all: number[]) => ({
      shots: shots.map((t, i) => ({ ...t, shutterSpeedS: all[i] ?? null })),
      files: files.map((f, i) => ({ ...f, shutterSpeedS: all[i] ?? null })),
    });
    const even = exposed([1, 0.25, 4, 1, 1]);
    expect(matched(even.shots, even.files).matches.flatMap(({ doubts }) => doubts)).toEqual([]);
    const wrong = matched(
      even.shots,
      even.files.map((f, i) => (i === 3 ? { ...f, shutterSpeedS: 30 } : f)),
    );
    expect(wrong.matches.find(({ file }) => file === 'A00003.tif')?.doubts).toContain('exposure');
  });

  test('files whose names run against their times are doubted, both of them', () => {
    const { shots: shots, files } = day([0, 10, 35, 90], 5);
    const swapped = files.map((file, i) => ({ ...file, name: files[[0, 2, 1, 3][i] ?? 0]?.name ?? '' }));
    expect(matched(shots, swapped).matches.map(({ doubts }) => doubts)).toEqual([[], ['names'], ['names'], []]);
  });

  test('a clock offset typed by hand is used as it is', () => {
    const { shots: shots, files } = day([0, 10, 20, 30], 5);
    expect(rightOnes(matched(shots, files, new Map([['camera A', 5]])))).toBe(4);
    expect(matched(shots, files, new Map([['camera A', 4000]])).matches).toEqual([]);
  });

  test('files without a time are matched by order when the counts agree, and every one of them is doubted', () => {
    const { shots: shots, files } = day([0, 10, 20], 5);
    const blank = files.map((file) => ({ ...file, atMs: null }));
    const found = matched(shots, blank);
    expect(found.matches.map(({ doubts }) => doubts)).toEqual([['order'], ['order'], ['order']]);
    expect(matched(shots, blank.slice(1)).matches).toEqual([]);
  });

  test('one pair alone is no proof of a clock', () => {
    const { shots: shots, files } = day([0, 500], 77);
    expect(matched(shots.slice(0, 1), files.slice(0, 1)).matches[0]?.doubts).toContain('clock');
    expect(matched(shots, files.slice(0, 1)).matches[0]?.doubts).toContain('clock');
  });

  test('twenty thousand shots are matched', () => {
    const gaps = Array.from({ length: 20_000 }, (_, i) => 7 + ((i * 7919) % 613));
    const seconds = gaps.reduce<number[]>((all, gap) => (all.push((all[all.length - 1] ?? 0) + gap), all), []);
    const { shots: shots, files } = day(seconds, -3600);
    expect(rightOnes(matched(shots, files))).toBe(20_000);
  });

  test('no false match of an evenly spaced series goes without a doubt, wherever shots or files are missing', () => {
    let wrong = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 120 }),
        fc.integer({ min: 2, max: 90 }),
        fc.integer({ min: -90_000, max: 90_000 }),
        fc.array(evenly(-1.5, 1.5), { minLength: 120, maxLength: 120 }),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 3 }),
        fc.boolean(),
        (count, stepS, offsetS, jitter, shotsLost, filesLost, atTheEnd) => {
          const all = day(
            Array.from({ length: count }, (_, i) => i * stepS),
            offsetS,
            // Even, but for a quarter of a step.
            { jitter: jitter.map((each) => each * Math.min(1, stepS / 6)) },
          );
          const cut = <T>(list: readonly T[], lost: number, end: boolean): readonly T[] =>
            end ? list.slice(0, list.length - lost) : list.slice(lost);
          const found = matched(cut(all.shots, shotsLost, atTheEnd), cut(all.files, filesLost, !atTheEnd));
          return found.matches.every(({ shotId, file, doubts }) => {
            const right = Number(shotId.split(' ')[2]) === Number(/\d+/.exec(file)?.[0]);
            if (!right) wrong++;
            return right || doubts.length > 0;
          });
        },
      ),
      { numRuns: 100 },
    );
    // Such series are matched wrongly often enough for this to mean something.
    expect(wrong).toBeGreaterThan(100);
  });

  test('an uneven series has no rival', () => {
    fc.assert(
      fc.property(times, fc.integer({ min: -90_000, max: 90_000 }), (seconds, offsetS) => {
        // A gap that no other one resembles.
        const uneven = seconds.map((s, i) => s + 37 * i * i);
        const { shots, files } = day(uneven, offsetS);
        return uneven.length < 6 || matched(shots, files).clocks[0]?.rival === null;
      }),
      { numRuns: 60 },
    );
  });
});
