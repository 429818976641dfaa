import { logText } from '@gangway/messages/core/log';
import { isClear, SAMPLE_MOST } from './clearClock';
import { say } from '@gangway/messages/say';

/** A shot to be matched: when it was logged, ms of UTC, and what was set. */
export interface ShotToMatch {
  readonly id: string;
  readonly atMs: number;
  readonly shutterSpeedS: number | null;
  readonly iso: number | null;
}

/** A file from the card: what its own metadata says. Times are of the camera's own clock, whatever zone that stood in, as if it were UTC. */
export interface FileToMatch {
  readonly name: string;
  readonly atMs: number | null;
  /** Maker, model and number as the file says; files of two cameras have two clocks. */
  readonly camera: string;
  readonly shutterSpeedS: number | null;
  readonly iso: number | null;
}

export type Doubt = 'far' | 'exposure' | 'crowded' | 'names' | 'order' | 'clock' | 'rival';

/** What each doubt means, in words. */
export const DOUBTS: Readonly<Record<Doubt, string>> = {
  far: logText.theTimesAreSomeSeconds,
  exposure: logText.filesExposureDiffersFromThe,
  crowded: logText.anotherShotIsAsNear,
  names: logText.theNamesOfTheFiles,
  order: logText.matchedByOrderAloneThe,
  clock: logText.tooFewShotsAgreeAbout,
  rival: logText.anotherClockFitsNearlyAsWell,
};

export interface Match {
  readonly shotId: string;
  readonly file: string;
  /** File minus shot with the clock's offset taken off, s; `null` when matched by order. */
  readonly offS: number | null;
  readonly doubts: readonly Doubt[];
}

/** A clock that was found: from which file on, by how much it is ahead of the log, s, and how many shots agree. */
export interface Clock {
  readonly camera: string;
  readonly offsetS: number;
  readonly agree: number;
  readonly firstFile: string;
  readonly lastFile: string;
  /** Another offset that fits nearly as well and gives other pairs, as it does in an evenly spaced series; `null` when none does. */
  readonly rival: Rival | null;
}

/** A second offset of a clock, s, and how many shots agree with it. */
export interface Rival {
  readonly offsetS: number;
  readonly agree: number;
}

export interface Matching {
  readonly matches: readonly Match[];
  readonly clocks: readonly Clock[];
  readonly shotsLeft: readonly string[];
  readonly filesLeft: readonly string[];
  /** What to know about the whole. */
  readonly remarks: readonly MatchingRemark[];
}

/** What to know about a matching as a whole. */
export type MatchingRemark =
  | { readonly kind: 'clockChanged'; readonly camera: string; readonly byS: number }
  | { readonly kind: 'cameras'; readonly cameras: number }
  | { readonly kind: 'counts'; readonly shots: number; readonly files: number };

/** About an hour is a change to or from daylight saving, s. */
const HOUR_S = 3600;
const HOUR_TOLERANCE_S = 60;

/**
 * A remark on a matching as a sentence.
 *
 * @param remark what to know
 *
 * @example
 * matchingRemark({ kind: 'counts', shots: 10, files: 9 }) // => '10 shots were logged, but there are 9 files.'
 */
export function matchingRemark(remark: MatchingRemark): string {
  switch (remark.kind) {
    case 'clockChanged':
      return Math.abs(remark.byS - HOUR_S) < HOUR_TOLERANCE_S
        ? say(logText.theClockOfChangesBy, { camera: remark.camera })
        : say(logText.theClockOfWasSet, { camera: remark.camera, byS: Math.round(remark.byS) });
    case 'cameras':
      return say(logText.theFilesAreOfCameras, { clocked: remark.cameras });
    case 'counts':
      return say(logText.shotsWereLoggedAndFiles, { length: remark.shots, length2: remark.files });
  }
}

/** So near in time a file may be to its shot, s: a touch on a phone comes some seconds before or after the shutter. */
export const WITHIN_S = 20;
const DOUBTFUL_S = 6;
/** Clocks that are tried: more changes than a trip has. */
const CLOCKS_MOST = 4;

interface Timed extends FileToMatch {
  readonly atMs: number;
}

/**
 * Matches shots with files by time, one to one and in order. Each camera's
 * clock is found from all pairs: the offset at which most shots have a file.
 * What is left over is tried with a further clock, so that a change to or from
 * daylight saving in the middle, or a clock set anew, is found as a second
 * one. Files without any time are matched by order where the counts agree.
 * `given` fixes offsets by hand, s, by camera.
 *
 * @param shots the logged shots
 * @param files the files
 * @param given clock offsets that were set by hand, s
 *
 * @example
 * matched([], [], new Map()).matches // => []
 */
export function matched(
  shots: readonly ShotToMatch[],
  files: readonly FileToMatch[],
  given: ReadonlyMap<string, number> = new Map(),
): Matching {
  const cameras = [...new Set(files.map(({ camera }) => camera))];
  let shotsLeft = [...shots].sort((a, b) => a.atMs - b.atMs);
  const matches: Match[] = [];
  const clocks: Clock[] = [];
  const remarks: MatchingRemark[] = [];
  let timed = files.filter((file): file is Timed => file.atMs !== null).sort((a, b) => a.atMs - b.atMs);
  for (let round = 0; round < CLOCKS_MOST * Math.max(1, cameras.length); round++) {
    // The camera and clock that explain most of what is left come first.
    const best = cameras
      .map((camera) => ({ camera, files: timed.filter((file) => file.camera === camera) }))
      .filter((each) => each.files.length > 0)
      .map((each) => ({
        ...each,
        ...bestClock(shotsLeft, each.files, clocks.some(({ camera }) => camera === each.camera) ? undefined : given.get(each.camera)),
      }))
      .reduce<{ camera: string; offsetMs: number; pairs: readonly Pair[]; rival: Rival | null } | null>(
        (most, each) => (each.pairs.length > (most?.pairs.length ?? 0) ? each : most),
        null,
      );
    if (!best || best.pairs.length === 0) break;
    const first = !clocks.some(({ camera }) => camera === best.camera);
    // A further clock needs more than one shot for a witness, or chance finds one.
    if (!first && (best.pairs.length < 3 || given.has(best.camera))) break;
    // Two that agree may be any two, even where nothing is left over.
    const sure = best.pairs.length >= 3;
    best.pairs.forEach(({ shot, file, offMs }, i) =>
      matches.push({
        shotId: shot.id,
        file: file.name,
        offS: offMs / 1000,
        doubts: [...doubtsOf(best.pairs, i, sure || given.has(best.camera)), ...(best.rival ? (['rival'] as const) : [])],
      }),
    );
    const [from, to] = [best.pairs[0], best.pairs[best.pairs.length - 1]];
    clocks.push({
      camera: best.camera,
      offsetS: best.offsetMs / 1000,
      agree: best.pairs.length,
      firstFile: from?.file.name ?? '',
      lastFile: to?.file.name ?? '',
      rival: best.rival,
    });
    const [usedShots, usedFiles] = [new Set(best.pairs.map(({ shot }) => shot.id)), new Set(best.pairs.map(({ file }) => file.name))];
    shotsLeft = shotsLeft.filter(({ id }) => !usedShots.has(id));
    timed = timed.filter(({ name }) => !usedFiles.has(name));
  }
  const untimed = files.filter(({ atMs }) => atMs === null);
  const unmatchedFiles = [...untimed, ...(matches.length === 0 ? timed : [])].sort((a, b) =>
    a.name.localeCompare(b.name, 'en', { numeric: true }),
  );
  // A clock set by hand that fits nothing is not talked over.
  if (given.size === 0 && unmatchedFiles.length > 0 && unmatchedFiles.length === shotsLeft.length) {
    shotsLeft.forEach((shot, i) => {
      const file = unmatchedFiles[i];
      if (file)
        matches.push({
          shotId: shot.id,
          file: file.name,
          offS: null,
          doubts: ['order', ...(differs(shot, file) ? (['exposure'] as const) : [])],
        });
    });
    shotsLeft = [];
    timed = matches.length === 0 ? timed : timed.filter(({ name }) => !unmatchedFiles.some((file) => file.name === name));
  }
  const filesWith = new Set(matches.map(({ file }) => file));
  for (const camera of cameras) {
    const own = clocks.filter((clock) => clock.camera === camera);
    if (own.length > 1) {
      const [a, b] = [own[0], own[1]];
      const byS = Math.abs((a?.offsetS ?? 0) - (b?.offsetS ?? 0));
      remarks.push({ kind: 'clockChanged', camera, byS });
    }
  }
  const clocked = new Set(files.filter(({ atMs }) => atMs !== null).map(({ camera }) => camera)).size;
  if (clocked > 1) remarks.push({ kind: 'cameras', cameras: clocked });
  if (shots.length !== files.length) remarks.push({ kind: 'counts', shots: shots.length, files: files.length });
  return {
    matches,
    clocks,
    shotsLeft: shotsLeft.map(({ id }) => id),
    filesLeft: files.map(({ name }) => name).filter((name) => !filesWith.has(name)),
    remarks,
  };
}

interface Pair {
  readonly shot: ShotToMatch;
  readonly file: Timed;
  readonly offMs: number;
}

/** The offset at which most shots have a file of their own, and those pairs. */
function bestClock(
  shots: readonly ShotToMatch[],
  files: readonly Timed[],
  givenS: number | undefined,
): { readonly offsetMs: number; readonly pairs: readonly Pair[]; readonly rival: Rival | null } {
  if (givenS !== undefined) return { offsetMs: givenS * 1000, pairs: aligned(shots, files, givenS * 1000), rival: null };
  const bins = new Map<number, number>();
  const width = (WITHIN_S * 1000) / 4;
  for (const shot of sample(shots))
    for (const file of sample(files)) {
      const bin = Math.round((file.atMs - shot.atMs) / width);
      bins.set(bin, (bins.get(bin) ?? 0) + 1);
    }
  const around = (bin: number): number => (bins.get(bin) ?? 0) + 0.6 * ((bins.get(bin - 1) ?? 0) + (bins.get(bin + 1) ?? 0));
  const tried = [...bins.keys()].sort((a, b) => around(b) - around(a) || Math.abs(a) - Math.abs(b)).slice(0, 24);
  let best: { offsetMs: number; pairs: readonly Pair[]; score: number } = { offsetMs: 0, pairs: [], score: -Infinity };
  for (const bin of tried) {
    let offsetMs = bin * width;
    let pairs = aligned(shots, files, offsetMs);
    // Taken up by the middle of what it found, twice.
    for (let i = 0; i < 2 && pairs.length > 0; i++) {
      offsetMs += median(pairs.map(({ offMs }) => offMs));
      pairs = aligned(shots, files, offsetMs);
    }
    const spread = pairs.length === 0 ? 0 : pairs.reduce((sum, { offMs }) => sum + Math.abs(offMs), 0) / pairs.length;
    const differ = pairs.filter(({ shot, file }) => differs(shot, file)).length;
    // As many as agree; among equals those that agree better, in exposure and in time.
    const score = pairs.length - 0.5 * differ - spread / (WITHIN_S * 1000) / 2;
    if (score > best.score) best = { offsetMs, pairs, score };
    // Every one has its own, near and alike: no other clock can do better by much.
    if (isClear({ shots: shots.length, files: files.length, pairs: pairs.length, differ, spreadMs: spread })) break;
  }
  const { offsetMs, pairs } = best;
  return { offsetMs, pairs, rival: rivalOf({ shots, files, offsetMs, pairs, tried: tried.map((bin) => bin * width) }) };
}

/** A log of more shots than this is very long. */
const MANY_SHOTS = 3000;
/** So many of the shots that agree with the best clock must agree with another one for that to be in doubt. */
const RIVAL_SHARE = 0.8;

interface RivalOfInput {
  readonly shots: readonly ShotToMatch[];
  readonly files: readonly Timed[];
  readonly offsetMs: number;
  readonly pairs: readonly Pair[];
  readonly tried: readonly number[];
}

/** The offset that fits nearly as well as the best and pairs most shots with other files; `null` when none does. */
function rivalOf({ shots, files, offsetMs, pairs, tried }: RivalOfInput): Rival | null {
  const own = new Map(pairs.map(({ shot, file }) => [shot.id, file.name]));
  const agreeing = (found: readonly Pair[]): number => found.filter(({ shot, file }) => !differs(shot, file)).length;
  const most = agreeing(pairs);
  // Of a few, all but one are nearly all.
  const needed = Math.min(RIVAL_SHARE * most, most - 1);
  // The steps of the series itself are the offsets that shift it onto itself, whether or not they stand out.
  const step = median(pairs.slice(1).map(({ file }, i) => file.atMs - (pairs[i]?.file.atMs ?? 0)));
  // Of a very long log only those that stand out most: a rival of thousands would be among them.
  const offsets = [
    ...tried.slice(0, shots.length > MANY_SHOTS ? 6 : tried.length),
    ...(pairs.length > 2 ? [offsetMs - step, offsetMs + step] : []),
  ];
  let rival: Rival | null = null;
  for (const from of offsets) {
    let at = from;
    let found = inOnePass(shots, files, at);
    for (let i = 0; i < 2 && found.length > 0; i++) {
      at += median(found.map(({ offMs }) => offMs));
      found = inOnePass(shots, files, at);
    }
    const near = found.filter(({ offMs }) => Math.abs(offMs) <= DOUBTFUL_S * 1000);
    const agree = agreeing(near);
    if (agree < needed || agree < 2) continue;
    const others = near.filter(({ shot, file }) => own.get(shot.id) !== file.name).length;
    if (others * 2 > near.length && agree > (rival?.agree ?? 0)) rival = { offsetS: at / 1000, agree };
  }
  return rival;
}

/** Pairs within reach in one pass from the first to the last: not always as many as can be, but quickly counted. */
function inOnePass(shots: readonly ShotToMatch[], files: readonly Timed[], offsetMs: number): readonly Pair[] {
  const reach = WITHIN_S * 1000;
  const pairs: Pair[] = [];
  for (let i = 0, j = 0; i < shots.length && j < files.length;) {
    const [shot, file] = [shots[i], files[j]];
    if (!shot || !file) break;
    const offMs = file.atMs - offsetMs - shot.atMs;
    const [nextShot, nextFile] = [shots[i + 1], files[j + 1]];
    // What follows is nearer: this one has no partner.
    const skipShot = nextShot !== undefined && Math.abs(file.atMs - offsetMs - nextShot.atMs) < Math.abs(offMs);
    const skipFile = nextFile !== undefined && Math.abs(nextFile.atMs - offsetMs - shot.atMs) < Math.abs(offMs);
    if (Math.abs(offMs) <= reach && !skipShot && !skipFile) {
      pairs.push({ shot, file, offMs });
      i++;
      j++;
    } else if (skipShot || (!skipFile && offMs > 0)) i++;
    else j++;
  }
  return pairs;
}

/** Evenly chosen ones, the first and the last among them. */
function sample<T>(all: readonly T[]): readonly T[] {
  if (all.length <= SAMPLE_MOST) return all;
  return Array.from({ length: SAMPLE_MOST }, (_, i) => all[Math.round((i * (all.length - 1)) / (SAMPLE_MOST - 1))] as T);
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
}

/** Pairs in order, one to one, within reach: as many as can be, then as near as can be. In stretches that nothing within reach joins, each by itself. */
function aligned(shots: readonly ShotToMatch[], files: readonly Timed[], offsetMs: number): readonly Pair[] {
  const reach = WITHIN_S * 1000;
  const pairs: Pair[] = [];
  let [i, j] = [0, 0];
  while (i < shots.length && j < files.length) {
    // A stretch: shots and files that hang together in time.
    const [fromI, fromJ] = [i, j];
    let end = Math.min(shots[i]?.atMs ?? Infinity, (files[j]?.atMs ?? Infinity) - offsetMs) + reach;
    for (;;) {
      const [t, f] = [shots[i]?.atMs ?? Infinity, (files[j]?.atMs ?? Infinity) - offsetMs];
      const next = Math.min(t, f);
      if (next > end) break;
      end = next + reach;
      if (t <= f) i++;
      else j++;
    }
    pairs.push(...stretch(shots.slice(fromI, i), files.slice(fromJ, j), offsetMs));
  }
  return pairs;
}

/** So many places of the table of a stretch are looked at; longer ones are gone through in one pass. */
const TABLE_MOST = 400_000;

function stretch(shots: readonly ShotToMatch[], files: readonly Timed[], offsetMs: number): readonly Pair[] {
  const reach = WITHIN_S * 1000;
  const [n, m] = [shots.length, files.length];
  if (n === 0 || m === 0) return [];
  const off = (i: number, j: number): number => (files[j]?.atMs ?? 0) - offsetMs - (shots[i]?.atMs ?? 0);
  const pair = (i: number, j: number): Pair[] => {
    const [shot, file] = [shots[i], files[j]];
    return shot && file ? [{ shot, file, offMs: off(i, j) }] : [];
  };
  if (n * m > TABLE_MOST) {
    const pairs: Pair[] = [];
    for (let i = 0, j = 0; i < n && j < m;) {
      const by = off(i, j);
      if (Math.abs(by) <= reach) pairs.push(...pair(i++, j++));
      else if (by > 0) i++;
      else j++;
    }
    return pairs;
  }
  // Cost of a pair: below one, so that a pair more is always worth it; another exposure weighs like half the reach.
  const cost = new Float64Array((n + 1) * (m + 1));
  const way = new Uint8Array((n + 1) * (m + 1));
  for (let i = n; i >= 0; i--) {
    for (let j = m; j >= 0; j--) {
      if (i === n || j === m) continue;
      const at = i * (m + 1) + j;
      let [least, how] = [cost[at + m + 1] ?? 0, 1];
      if ((cost[at + 1] ?? 0) < least) [least, how] = [cost[at + 1] ?? 0, 2];
      const [shot, file] = [shots[i], files[j]];
      const by = Math.abs(off(i, j));
      if (shot && file && by <= reach) {
        const joined = (cost[at + m + 2] ?? 0) - 1 + (by / reach) * 0.4 + (differs(shot, file) ? 0.3 : 0);
        if (joined < least) [least, how] = [joined, 3];
      }
      cost[at] = least;
      way[at] = how;
    }
  }
  const pairs: Pair[] = [];
  for (let i = 0, j = 0; i < n && j < m;) {
    const how = way[i * (m + 1) + j];
    if (how === 3) pairs.push(...pair(i++, j++));
    else if (how === 1) i++;
    else j++;
  }
  return pairs;
}

/** Whether file and shot give two exposures: more than half a stop apart. */
function differs(
  { shutterSpeedS, iso }: Pick<ShotToMatch, 'shutterSpeedS' | 'iso'>,
  file: Pick<FileToMatch, 'shutterSpeedS' | 'iso'>,
): boolean {
  const apart = (a: number | null, b: number | null): boolean =>
    a !== null && b !== null && a > 0 && b > 0 && Math.abs(Math.log2(a / b)) > 0.5;
  return apart(shutterSpeedS, file.shutterSpeedS) || apart(iso, file.iso);
}

function doubtsOf(pairs: readonly Pair[], i: number, sure: boolean): readonly Doubt[] {
  const pair = pairs[i];
  if (!pair) return [];
  const { shot, file, offMs } = pair;
  const doubts: Doubt[] = [];
  if (Math.abs(offMs) > DOUBTFUL_S * 1000) doubts.push('far');
  if (differs(shot, file)) doubts.push('exposure');
  if (!sure) doubts.push('clock');
  const offset = file.atMs - offMs - shot.atMs;
  const near = [pairs[i - 1], pairs[i + 1]].some(
    (other) => other !== undefined && Math.abs(file.atMs - offset - other.shot.atMs) < Math.abs(offMs) && Math.abs(offMs) > 1000,
  );
  if (near) doubts.push('crowded');
  const after = (a: Pair | undefined, b: Pair | undefined): boolean =>
    a !== undefined && b !== undefined && a.file.name.localeCompare(b.file.name, 'en', { numeric: true }) > 0;
  if (after(pairs[i - 1], pair) || after(pair, pairs[i + 1])) doubts.push('names');
  return doubts;
}
