import { ringOf } from '../coverage/apertures';
import type { CheckKind } from '../checks/registry';
import { fixesOf } from '../checks/evaluate';
import { freshGeometry } from '../geometry/geometry';
import type { Rig } from '../model/rig';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { fittedTo } from '../planning/fitted';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { withStack } from '../planning/stackFor';
import { proposals } from '../stitching/goals';
import { patched } from '../setup/patch';
import { candidate, candidatesAt, type Candidate, type Search } from './candidates';
import { certificateOf, type Excluded } from './certificate';
import { CONTROL_GROUPS, type ControlGroup, type Locks } from '../fields/locks';
import type { Change } from './controls';
import { otherCrops } from './crops';
import { exposedAnew, inRange, isOfExposure, keepsRanges } from './exposureWays';
import { judged, marginsLeft, type MarginLeft } from './judge';
import { costOf, orderOf, type Cost } from './ranking';
import { distances, levelled, levelledInPart, otherAsides, otherHeights, otherYaws, placedAt, rounded } from './stances';
import { contradiction, type Contradiction } from './contradiction';
import { REGION_KINDS } from './region';

/** A setup at which every check passes, and how it is reached. */
export interface Solution {
  readonly settings: SetupSettings;
  /** What is set to another value, in the order in which hands do it. */
  readonly changes: readonly Change[];
  readonly cost: Cost;
  /** Checks that pass with little to spare. */
  readonly tight: readonly CheckKind[];
  /** What is left, check by check. */
  readonly margins: readonly MarginLeft[];
}

/** A way out beside what may be changed. */
export interface WayOut {
  /** What would have to be free as well. */
  readonly group: ControlGroup;
  readonly solution: Solution;
}

/** What one requirement less would allow. */
export interface Dropped {
  readonly kind: CheckKind;
  readonly solution: Solution;
}

/** Why no setting passes every check with what may be changed. */
export interface Conflict extends Contradiction {
  /** Each of the requirements let go in turn: the nearest setup at which all others pass. */
  readonly dropped: readonly Dropped[];
  /** What excludes each way round and each aperture; `null` where nothing was found, but that is no proof: all but orientation, aperture, rise and shift is searched in steps. */
  readonly certificate: readonly Excluded[] | null;
  /** What would work if one thing more were free. */
  readonly would: readonly WayOut[];
}

export interface Settled {
  /** Up to three clearly different ways, the simplest first. */
  readonly solutions: readonly Solution[];
  /** Why what is free does not do by itself; `null` where it does. Solutions beside it use a last resort. */
  readonly conflict: Conflict | null;
}

export interface SettleRequest {
  /** What may be changed; nothing else is. */
  readonly may: readonly ControlGroup[];
  /** What is changed only when nothing that may be changed does it. */
  readonly lastResorts: readonly ControlGroup[];
  /** Other rigs of the kit. */
  readonly rigs?: readonly Rig[];
  /** Whether what else would work is looked for as well: distance, other rigs and mosaics take longer than all the rest. */
  readonly waysOut?: boolean;
  /** Told what part of the work is done, 0 to 1; throws to give up. */
  readonly onProgress?: (share: number) => void;
}

/**
 * What the locks of a setup let Settle change.
 *
 * @param setup the locks of a setup
 *
 * @example
 * requestOf(front).lastResorts // => ['distance', 'height', 'mosaic', 'stack', 'crop', 'rig']
 */
export function requestOf({ locks }: { readonly locks: Locks }): Pick<SettleRequest, 'may' | 'lastResorts'> {
  const of = (wanted: Locks[ControlGroup]): readonly ControlGroup[] => CONTROL_GROUPS.filter((group) => locks[group] === wanted);
  return { may: of('free'), lastResorts: of('ifNeeded') };
}

/** So many are offered. */
const MOST_OFFERED = 3;
/** More candidates than this are not looked at in one stage: the simplest are the first. */
const MOST_JUDGED = 240;

/** So many ways to hold the frame are tried with a stack. */
const MOST_STACKED = 24;

/** Candidates of one kind of change, and the least number of controls that such a change sets. */
interface Stage {
  readonly group: ControlGroup | null;
  readonly controls: number;
  readonly candidates: (search: Search, rigs: readonly Rig[]) => Iterable<Candidate>;
  /** Offered only where it is simpler than all that was found before: nobody would set it without need. */
  readonly onlyIfSimpler?: true;
}

/** The camera as it stands, then what is dearer. */
const STAGES: readonly Stage[] = [
  { group: null, controls: 0, candidates: (search) => candidatesAt(search.start, search) },
  { group: 'turn', controls: 1, candidates: levelStage },
  // A straight lens turned for the sake of its circle.
  { group: 'tilt', controls: 1, candidates: (search) => candidatesAt(search.start, search, 'circle'), onlyIfSimpler: true },
  { group: 'turn', controls: 1, candidates: yawStage },
  { group: 'height', controls: 1, candidates: (search) => stancesStage(search, otherHeights) },
  { group: 'distance', controls: 1, candidates: distanceStage },
  { group: 'distance', controls: 1, candidates: (search) => stancesStage(search, otherAsides) },
  { group: 'crop', controls: 1, candidates: cropStage },
  { group: 'stack', controls: 1, candidates: stackStage },
  { group: 'mosaic', controls: 1, candidates: mosaicStage },
  { group: 'rig', controls: 1, candidates: rigStage },
  { group: null, controls: 1, candidates: fixStage },
];

/**
 * The setup solved as a whole: every way to set what may be changed so that all
 * checks pass, up to three, the simplest first; where there is none, the
 * requirements that contradict each other, what is possible without each of
 * them, and what one thing more that is free would allow.
 *
 * For each way round, way to turn and focus the lens and mark of the aperture
 * the settings of the slides at which frame, circles and stops pass are an
 * intersection of convex regions that are known in closed form, so that none
 * is missed; tilt and focus come from the solver of the widest aperture;
 * distance, height and direction are gone through in steps. Whatever is
 * offered was evaluated by all checks.
 *
 * @param start the setup as it is set
 * @param request what may be changed
 *
 * @example
 * settle({ ...front, pins: [], exposure: { ...front.exposure, meter: null } }).solutions.length // => 1
 */
export function settle(start: SetupSettings, request: SettleRequest = requestOf(start)): Settled {
  const ways: Search['ways'] = new Map();
  const yaws: SetupPatch[] = [];
  const progress = request.onProgress ?? (() => undefined);
  const search = (may: Iterable<ControlGroup>, without: readonly string[] = []): Search => ({
    start,
    may: new Set(may),
    without: new Set(without),
    ways,
    yaws,
  });
  const rigs = request.rigs ?? [];
  const asIs = solutionOf({ settings: start, changes: [], least: 0 }, search([]));
  if (asIs) return { solutions: [asIs], conflict: null };
  const free = solve(search(request.may), rigs);
  if (free.length > 0) return { solutions: free, conflict: null };
  progress(0.2);
  const { kinds, dropped } = requirements(search(request.may));
  progress(0.4);
  const would: WayOut[] = [];
  const locked = request.waysOut === false ? [] : CONTROL_GROUPS.filter((group) => !request.may.includes(group));
  locked.forEach((group, i) => {
    const [solution] = solve(search([...request.may, group]), rigs);
    if (solution) would.push({ group, solution });
    progress(0.4 + (0.6 * (i + 1)) / locked.length);
  });
  const resorts = would.filter(({ group }) => request.lastResorts.includes(group)).map(({ solution }) => solution);
  return {
    solutions: distinct(resorts),
    conflict: {
      ...contradiction(search(request.may), kinds),
      dropped,
      would,
      certificate: certificateOf(search(request.may)),
    },
  };
}

/** The camera where it stands, level: what a requirement that is let go is looked for with. */
const NEAR_STAGES = STAGES.slice(0, 2);

/** Up to three ways with what may be changed; none where nothing does. */
function solve(search: Search, rigs: readonly Rig[], stages: readonly Stage[] = STAGES): readonly Solution[] {
  const found: Solution[] = [];
  for (const { group, controls, candidates, onlyIfSimpler } of stages) {
    if (group !== null && !search.may.has(group)) continue;
    // A dearer kind of change is not looked at where what was found is as simple as it can be.
    if (found.some((each) => each.changes.length <= controls)) continue;
    if (candidates === fixStage && (found.length > 0 || !asksForFixes(search))) continue;
    const simplest = onlyIfSimpler ? Math.min(...found.map(orderOfSolution)) : Infinity;
    found.push(...passing(candidates(search, rigs), search).filter((each) => orderOfSolution(each) < simplest));
  }
  return distinct(found);
}

/** Checks that the other stages answer. */
const ANSWERED: ReadonlySet<CheckKind> = new Set<CheckKind>([
  ...REGION_KINDS,
  'pins',
  'soft',
  'level',
  'stretch',
  'obstacle',
  'diffraction',
  'flare',
  'tiltTravel',
  'reach',
]);

/** Whether something is bad that only its own fixes answer. */
function asksForFixes({ start, without }: Search): boolean {
  return start.mosaic !== null || judged(start, without).bad.some(({ kind }) => !ANSWERED.has(kind));
}

/** Of candidates those that pass every check, looked at in order of what they cost at least, until enough are found. */
function passing(candidates: Iterable<Candidate>, search: Search): readonly Solution[] {
  const inOrder = [...candidates].sort((a, b) => a.least - b.least).slice(0, MOST_JUDGED);
  let found: readonly Solution[] = [];
  const seen = new Set<string>();
  for (const each of inOrder) {
    const last = found[MOST_OFFERED - 1];
    if (last && orderOfSolution(last) <= each.least) break;
    const name = JSON.stringify(each.changes.map(({ key, to }) => [key, to]));
    if (seen.has(name)) continue;
    seen.add(name);
    const solution = solutionOf(each, search);
    if (solution) found = distinct([...found, solution]);
  }
  return found;
}

/** A candidate as a solution, exposed in another way or shaded if that is all it takes; `null` where a check does not pass. */
function solutionOf({ settings }: Candidate, search: Search): Solution | null {
  const { start, may, without } = search;
  let [present, result] = [settings, judged(settings, without)];
  if (may.has('shade') && result.bad.some(({ kind }) => kind === 'flare')) {
    present = patched(present, { shaded: true });
    result = judged(present, without);
  }
  const ofExposure = result.bad.every(({ kind }) => isOfExposure(kind));
  if (may.has('time') && ofExposure && (result.bad.length > 0 || !keepsRanges(start, present))) {
    const exposed = exposedAnew({ start, settings: present, bad: result.bad, without });
    if (exposed) [present, result] = [exposed, judged(exposed, without)];
  }
  const made = result.bad.length === 0 && keepsRanges(start, present) ? candidate(search, present) : null;
  return (
    made && {
      settings: present,
      changes: made.changes,
      cost: costOf(start, present, made.changes),
      tight: result.tight.map(({ kind }) => kind),
      // Worked out when it is asked for: of many solutions few are shown.
      get margins() {
        return marginsLeft(present);
      },
    }
  );
}

const orderOfSolution = ({ cost, tight }: Solution): number => orderOf(cost, tight.length);

/** The simplest few of which none only does more than another: that would be no other way. */
function distinct(solutions: readonly Solution[]): readonly Solution[] {
  const kept: Solution[] = [];
  for (const each of [...solutions].sort((a, b) => orderOfSolution(a) - orderOfSolution(b))) {
    const keys = new Set(each.changes.map(({ key }) => key));
    const more = kept.some(
      (other) => other.changes.every(({ key }) => keys.has(key)) && (other.tight.length === 0 || each.tight.length > 0),
    );
    if (!more) kept.push(each);
    if (kept.length === MOST_OFFERED) break;
  }
  return kept;
}

function* levelStage(search: Search): Generator<Candidate> {
  const whole = levelled(search.start);
  for (const patch of [...levelledInPart(search.start), ...(whole ? [whole] : [])]) yield* candidatesAt(placed(search, patch), search);
}

function* yawStage(search: Search): Generator<Candidate> {
  const level = levelled(search.start)?.placing ?? {};
  const tallies = new Map<string, number>();
  for (const patch of yawsOf(search))
    for (const placing of Object.keys(level).length === 0 ? [patch.placing] : [patch.placing, { ...level, ...patch.placing }])
      yield* fewOfEach(candidatesAt(placed(search, { placing: placing ?? {} }), search, 'first'), tallies);
}

function yawsOf({ start, yaws }: Search): readonly SetupPatch[] {
  if (yaws.length === 0) yaws.push(...otherYaws(start));
  return yaws;
}

function* stancesStage(search: Search, others: (settings: SetupSettings) => Iterable<SetupPatch>): Generator<Candidate> {
  const tallies = new Map<string, number>();
  for (const patch of others(search.start)) yield* fewOfEach(candidatesAt(placed(search, patch), search, 'first'), tallies);
}

/** From farther away and from nearer, level as well where the camera is not. */
function* distanceStage(search: Search): Generator<Candidate> {
  const level = search.may.has('turn') ? levelled(search.start) : null;
  for (const more of level ? [{}, level] : [{}])
    for (const way of ['farther', 'nearer'] as const) {
      const at = (distanceM: number): readonly Candidate[] => candidatesAt(placed(search, { ...more, distanceM }), search, 'first');
      const tallies = new Map<string, number>();
      let before = search.start.scene?.distanceM ?? 0;
      let closed = false;
      for (const distanceM of distances(search.start, way)) {
        const here = at(distanceM);
        if (here.length > 0 && !closed) {
          closed = true;
          yield* at(nearestOf(before, distanceM, (m) => at(m).length > 0));
        }
        yield* fewOfEach(here, tallies);
        before = distanceM;
      }
    }
}

/** Between a distance that does not do and one that does, the one nearest to the first that does, m. */
function nearestOf(bad: number, good: number, does: (distanceM: number) => boolean): number {
  let [from, to] = [bad, good];
  for (let round = 0; round < 4; round++) {
    const middle = rounded((from + to) / 2);
    if (middle === from || middle === to) break;
    if (does(middle)) to = middle;
    else from = middle;
  }
  return to;
}

/** Of candidates that set the same controls only the first few, which are the nearest. */
function fewOfEach(candidates: readonly Candidate[], tallies: Map<string, number>): readonly Candidate[] {
  return candidates.filter(({ changes }) => {
    const name = changes.map(({ key }) => key).join(' ');
    const count = (tallies.get(name) ?? 0) + 1;
    tallies.set(name, count);
    return count <= 4;
  });
}

function placed({ start, may }: Search, patch: SetupPatch): SetupSettings {
  return placedAt(start, patch, may.has('focus'));
}

/** The whole frame instead of a crop, or the usual proportions. */
function* cropStage(search: Search): Generator<Candidate> {
  const { start } = search;
  for (const crop of otherCrops(start.crop, start.rig.back)) yield* candidatesAt({ ...start, crop }, search, 'first');
}

/** Shots of a stack for what one shot does not hold, or a single shot instead of a stack. */
function* stackStage(search: Search): Generator<Candidate> {
  const { start } = search;
  const single = { ...start, stack: null };
  if (start.stack) yield* candidatesAt(single, search);
  if (start.limits.somethingMoves) return;
  const without = new Set([...search.without, 'pins']);
  const held = [...candidatesAt(single, { ...search, without }, 'first')].sort((a, b) => a.least - b.least);
  for (const { settings } of held.slice(0, MOST_STACKED)) {
    // The nearest aperture at which the stack is not longer than is wanted.
    const stacked = firstStacked(settings, search);
    const made = stacked && candidate(search, stacked);
    if (made) yield made;
  }
}

function firstStacked(settings: SetupSettings, { may }: Search): SetupSettings | null {
  const { limits, rig, fNumber } = settings;
  const smaller = may.has('aperture')
    ? ringOf(rig.lens).filter((mark) => mark > fNumber && inRange(mark, null, limits.smallestFNumber))
    : [];
  for (const mark of [fNumber, ...smaller]) {
    const stacked = withStack({ ...settings, fNumber: mark });
    if (stacked?.stack && stacked.stack.shots <= limits.mostFrames) return stacked;
  }
  return null;
}

/** A single frame in place of a mosaic, or the layouts that hold the subject. */
function* mosaicStage(search: Search): Generator<Candidate> {
  const { start } = search;
  if (start.mosaic) yield* candidatesAt({ ...start, mosaic: null }, search);
  const mosaic = start.mosaic ?? FIRST_MOSAIC;
  if (start.scene === null) return;
  for (const fNumber of new Set([start.fNumber, ...(search.may.has('aperture') ? [11, 16, 8] : [])])) {
    const found = proposals(freshGeometry({ ...start, fNumber }), { for: 'subject' }, mosaic.leastOverlap);
    for (const answer of [found.fewest, found.mixed, found.most]) {
      if (!answer) continue;
      const { frames, orientation } = answer.layout;
      // Where near and far part too much the camera is slid the other way, so that the lens stands still.
      for (const mover of new Set([mosaic.mover, 'counter' as const])) {
        const made = candidate(search, { ...start, fNumber, orientation, mosaic: { ...mosaic, mover, frames } });
        if (made) yield made;
      }
    }
  }
}

function* rigStage(search: Search, rigs: readonly Rig[]): Generator<Candidate> {
  for (const rig of rigs) if (rig.name !== search.start.rig.name) yield* candidatesAt(fittedTo(rig, search.start), search);
}

/** What the checks propose themselves, one after the other: for checks that no region answers. */
function* fixStage(search: Search): Generator<Candidate> {
  let from: readonly SetupSettings[] = [search.start];
  for (let round = 0; round < 2; round++) {
    const next: SetupSettings[] = [];
    for (const settings of from)
      for (const fixes of Object.values(fixesOf(freshGeometry(settings))))
        for (const { patch, control } of fixes) {
          const made = control === 'choice' ? null : candidate(search, patched(settings, patch));
          if (!made) continue;
          yield made;
          next.push(made.settings);
        }
    from = next.slice(0, 4);
  }
}

/** The fewest checks that cannot pass together, and what is possible without each. */
function requirements(search: Search): { readonly kinds: readonly CheckKind[]; readonly dropped: readonly Dropped[] } {
  const kinds = concerned(search);
  const without = (letGo: readonly string[]): readonly Solution[] => solve({ ...search, without: new Set(letGo) }, [], NEAR_STAGES);
  const dropped = kinds.flatMap((kind): readonly Dropped[] => {
    const [solution] = without([kind]);
    return solution ? [{ kind, solution }] : [];
  });
  // One after the other is let go for good if the rest contradicts itself all the same.
  const needed = new Set(kinds);
  for (const kind of kinds) {
    if (dropped.some((each) => each.kind === kind)) continue;
    const rest = [...needed].filter((each) => each !== kind);
    if (without(kinds.filter((each) => !rest.includes(each))).length === 0) needed.delete(kind);
  }
  return { kinds: [...needed], dropped };
}

/** Checks that are bad as the setup stands, or become so in what was tried. */
function concerned(search: Search): readonly CheckKind[] {
  const kinds = new Set<CheckKind>();
  const look = (settings: SetupSettings): void => {
    for (const { kind } of judged(settings).bad) kinds.add(kind);
  };
  look(search.start);
  // With what ends the movement let go one after the other, the rest shows.
  for (const kind of ['inFrame', 'imageCircle', 'sharpCircle', 'travel', 'pins'] as const) {
    const tried = candidatesAt(search.start, { ...search, without: new Set([...search.without, kind]) });
    for (const { settings } of [...tried].sort((a, b) => a.least - b.least).slice(0, 4)) look(settings);
  }
  return [...kinds];
}
