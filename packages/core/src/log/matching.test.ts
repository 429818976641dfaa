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

describe('what is doubted, to the second', () => {
  /** Four shots far apart, the files of which come so many seconds late. */
  const late = (...seconds: readonly number[]) => {
    const { shots, files } = day([0, 200, 500, 900, 1400, 2000], 0, { jitter: [...seconds, 0, 0, 0, 0, 0, 0].slice(0, 6) });
    return matched(shots, files);
  };
  const doubtsOf = (found: ReturnType<typeof matched>, i: number) => found.matches.find(({ shotId }) => shotId === `camera A ${i}`)?.doubts;

  test('six seconds after its shot a file is taken as it is, after more it is doubted, after twenty it is none of it', () => {
    expect(doubtsOf(late(6), 0)).toEqual([]);
    expect(doubtsOf(late(6.5), 0)).toEqual(['far']);
    expect(doubtsOf(late(-6.5), 0)).toEqual(['far']);
    expect(late(20).matches).toHaveLength(6);
    expect(late(20.5).matches).toHaveLength(5);
    expect(late(20.5).shotsLeft).toEqual(['camera A 0']);
    expect(late(20.5).filesLeft).toEqual(['A00000.tif']);
  });

  test('how far a file is from its shot is said without the offset of the clock, later ones positive', () => {
    const { shots, files } = day([0, 200, 500, 900, 1400], 3000, { jitter: [0, 2, 0, -3, 0] });
    expect(matched(shots, files).matches.map(({ offS }) => offS)).toEqual([0, 2, 0, -3, 0]);
    expect(matched(shots, files).clocks).toEqual([
      { camera: 'camera A', offsetS: 3000, agree: 5, firstFile: 'A00000.tif', lastFile: 'A00004.tif', rival: null },
    ]);
  });

  test('a file that lies nearer to the shot beside its own is doubted, where that is more than a second', () => {
    // The second shot 4 s after the first, its file 2.5 s after it: nearer to the third, which comes 1 s later.
    const crowd = day([0, 4, 5, 300, 700, 1300], 0);
    const moved = (by: number) => crowd.files.map((file, i) => (i === 1 ? { ...file, atMs: (file.atMs ?? 0) + by * 1000 } : file));
    const found = matched(
      crowd.shots,
      moved(1.5).map((file, i) => (i === 2 ? { ...file, atMs: (file.atMs ?? 0) + 2000 } : file)),
    );
    expect(doubtsOf(found, 1)).toContain('crowded');
    expect(doubtsOf(found, 0)).toEqual([]);
    expect(doubtsOf(matched(crowd.shots, moved(0.9)), 1)).toEqual([]);
  });

  test('half a stop between file and log is the same exposure, more is another; so with ISO', () => {
    const { shots, files } = day([0, 200, 500, 900], 0);
    const logged = shots.map((shot) => ({ ...shot, shutterSpeedS: 1, iso: 100 }));
    const with_ = (changes: Partial<FileToMatch>) =>
      matched(
        logged,
        files.map((file, i) => ({ ...file, shutterSpeedS: 1, iso: 100, ...(i === 2 ? changes : {}) })),
      ).matches[2]?.doubts;
    expect(with_({ shutterSpeedS: 2 ** 0.49 })).toEqual([]);
    expect(with_({ shutterSpeedS: 2 ** 0.51 })).toEqual(['exposure']);
    expect(with_({ shutterSpeedS: 2 ** -0.51 })).toEqual(['exposure']);
    expect(with_({ iso: 200 })).toEqual(['exposure']);
    // What the file does not say is no difference.
    expect(with_({ shutterSpeedS: null, iso: null })).toEqual([]);
    expect(with_({ shutterSpeedS: 0 })).toEqual([]);
  });
});

describe('clocks', () => {
  test('a clock set anew by something else than an hour is said in seconds', () => {
    const before = day([0, 40, 100, 130, 500], 100);
    const after = day([9000, 9030, 9111, 9300, 9333], 5000, { from: 5 });
    const found = matched([...before.shots, ...after.shots], [...before.files, ...after.files]);
    expect(found.remarks).toEqual([{ kind: 'clockChanged', camera: 'camera A', byS: 4900 }]);
    expect(found.remarks.map(matchingRemark).join()).not.toContain('one hour');
    expect(matchingRemark({ kind: 'clockChanged', camera: 'c', byS: 3600 + 59 })).toContain('one hour');
    expect(matchingRemark({ kind: 'clockChanged', camera: 'c', byS: 3600 - 59 })).toContain('one hour');
    expect(matchingRemark({ kind: 'clockChanged', camera: 'c', byS: 3600 + 61 })).not.toContain('one hour');
  });

  test('a further clock takes three shots for its witnesses, not two', () => {
    const before = day([0, 40, 100, 130, 500, 777], 100);
    const tail = (seconds: readonly number[]) => {
      const after = day(seconds, 50_000, { from: 6 });
      return matched([...before.shots, ...after.shots], [...before.files, ...after.files]);
    };
    expect(tail([9000, 9031]).clocks).toHaveLength(1);
    expect(tail([9000, 9031]).shotsLeft).toHaveLength(2);
    expect(tail([9000, 9031, 9100]).clocks).toHaveLength(2);
    expect(tail([9000, 9031, 9100]).shotsLeft).toEqual([]);
  });

  test('where one is set by hand no other is looked for, and nothing is matched by order', () => {
    const before = day([0, 40, 100, 130, 500], 100);
    const after = day([9000, 9030, 9111, 9300, 9333], 5000, { from: 5 });
    const [shots, files] = [
      [...before.shots, ...after.shots],
      [...before.files, ...after.files],
    ];
    const found = matched(shots, files, new Map([['camera A', 100]]));
    expect(found.clocks).toHaveLength(1);
    expect(found.matches).toHaveLength(5);
    expect(matched(shots, files, new Map([['camera A', 90_000]])).matches).toEqual([]);
    // One pair is witness enough where the offset is given.
    expect(matched(shots.slice(0, 1), files.slice(0, 1), new Map([['camera A', 100]])).matches[0]?.doubts).toEqual([]);
  });

  test('by order goes what has no time beside what has one, each doubted, another exposure too', () => {
    const { shots, files } = day([0, 60, 150, 400, 900], 10);
    const logged = shots.map((shot) => ({ ...shot, shutterSpeedS: 1 }));
    // The last two of a scanner without a clock, named against the order in which they stand here.
    const mixed = [
      ...files.slice(0, 3),
      { ...files[3], name: 'B10.tif', camera: 'scanner', atMs: null, shutterSpeedS: 8, iso: null },
      { ...files[4], name: 'B9.tif', camera: 'scanner', atMs: null, shutterSpeedS: 1, iso: null },
    ];
    const found = matched(logged, mixed);
    expect(found.matches.slice(3)).toEqual([
      { shotId: 'camera A 3', file: 'B9.tif', offS: null, doubts: ['order'] },
      { shotId: 'camera A 4', file: 'B10.tif', offS: null, doubts: ['order', 'exposure'] },
    ]);
    expect(found.shotsLeft).toEqual([]);
    expect(found.filesLeft).toEqual([]);
    // Only one camera has a clock.
    expect(found.remarks).toEqual([]);
  });
});

test('a burst too long for a table is matched in one pass, in order', () => {
  // 700 shots and files half a second apart hang together; 700² is more than the table holds.
  const burst = Array.from({ length: 700 }, (_, i) => i / 2);
  const { shots, files } = day(burst, 0);
  const found = matched(shots, files, new Map([['camera A', 0]]));
  expect(rightOnes(found)).toBe(700);
  // A file that lies before all shots has none of them.
  const early = { ...files[0], name: 'early.tif', atMs: START - 60_000, camera: 'camera A', shutterSpeedS: null, iso: null };
  expect(matched(shots, [early, ...files], new Map([['camera A', 0]])).filesLeft).toEqual(['early.tif']);
});

test('of a burst in which shots or files are missing as many are matched as can be', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 4, maxLength: 12 }),
      fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 4, maxLength: 12 }),
      (a, b) => {
        const [s, f] = [[...a].sort((x, y) => x - y), [...b].sort((x, y) => x - y)];
        const shots = day(s, 0).shots;
        const files = day(f, 0).files;
        // All ways to pair them one to one and in order, at most 20 s apart: how many at the most.
        const most = (i: number, j: number, known = new Map<number, number>()): number => {
          if (i === s.length || j === f.length) return 0;
          const key = i * 100 + j;
          const had = known.get(key);
          if (had !== undefined) return had;
          const joined = Math.abs((s[i] ?? 0) - (f[j] ?? 0)) <= 20 ? 1 + most(i + 1, j + 1, known) : 0;
          const value = Math.max(joined, most(i + 1, j, known), most(i, j + 1, known));
          known.set(key, value);
          return value;
        };
        const found = matched(shots, files, new Map([['camera A', 0]]));
        return found.matches.length === most(0, 0);
      },
    ),
    { numRuns: 200 },
  );
});
