import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { fixesFor } from '../checks/evaluate';
import { checkNamed, type CheckKind, type Found } from '../checks/registry';
import { shuttersOf } from '../exposure/shutter';
import { workingExposure } from '../exposure/working';
import { freshGeometry } from '../geometry/geometry';
import type { Exposure } from '../model/exposure';
import type { SetupSettings } from '../model/setup';
import { patched } from '../setup/patch';
import { fixed } from '../words';
import { judged } from './judge';

/** Checks that are answered by how the picture is exposed. */
const OF_EXPOSURE: ReadonlySet<CheckKind> = new Set<CheckKind>(['time', 'reciprocity', 'flash', 'flashPower', 'pops', 'readout', 'film']);
/** One change may ask for another; more rounds than this go in a circle. */
const MOST_ROUNDS = 4;
/** ND filters that are common, stops, and the speeds that are looked at (common practice). */
const ND_STOPS = [1, 2, 3, 4, 6, 10];
const ISO = { least: 25, most: 6400, stops: 6 };

/** What is exposed in another way. */
interface ExposedAnewInput {
  /** The setup as it is set, with its ranges. */
  readonly start: SetupSettings;
  /** A setup of which nothing but the exposure is bad, and what is. */
  readonly settings: SetupSettings;
  readonly bad: readonly Found[];
  /** Checks that are let go. */
  readonly without: ReadonlySet<string>;
}

/** Whether a check is answered by the exposure. */
export function isOfExposure(kind: CheckKind): boolean {
  return OF_EXPOSURE.has(kind);
}

/**
 * The setup exposed in another way, so that the checks of its exposure pass;
 * `null` where shutter, speed, filters and flash together do not do it.
 * Shutter, film speed and ND filter are gone through alone and then two by two,
 * the least change first; where they do not do it the checks' own fixes, flash
 * and brackets among them, are followed one after the other.
 *
 * @param input what is exposed, by name
 */
export function exposedAnew({ start, settings, bad, without }: ExposedAnewInput): SetupSettings | null {
  for (const exposure of exposures(settings)) {
    const next = patched(settings, { exposure });
    if (keepsRanges(start, next) && exposureStands(next, without) && judged(next, without).bad.length === 0) return next;
  }
  return byFixes(settings, bad, without);
}

/** Whether all checks of the exposure pass. */
function exposureStands(settings: SetupSettings, without: ReadonlySet<string>): boolean {
  const geometry = freshGeometry(settings);
  return [...OF_EXPOSURE].every((kind) => {
    const state = without.has(kind) ? undefined : checkNamed(kind).evaluate(geometry)?.state;
    return state !== 'fails' && state !== 'unknown';
  });
}

/** Other exposures that may do: one thing changed, then two, the least first. */
function* exposures({ rig, exposure }: SetupSettings): Generator<Partial<Exposure>> {
  const shutters = shuttersOf(rig.parts)
    .filter(({ kind }) => kind !== exposure.shutter)
    .map(({ kind }): Partial<Exposure> => ({ shutter: kind }));
  const thirds = Array.from({ length: 3 * ISO.stops }, (_, i) => (i + 1) / 3);
  const speeds =
    rig.parts.back.kind === 'film'
      ? []
      : thirds
          .flatMap((stops) => [stops, -stops])
          .map((stops) => Math.round(exposure.iso * 2 ** stops))
          .filter((iso) => iso >= ISO.least && iso <= ISO.most)
          .map((iso): Partial<Exposure> => ({ iso }));
  const filters = ND_STOPS.map((stops): Partial<Exposure> => ({
    filters: [...exposure.filters, { name: say(exposeText.grey, { stops: fixed(stops * 0.3, 1) }), stops }],
  }));
  if (exposure.filters.length > 0) filters.unshift({ filters: [] });
  yield* shutters;
  yield* speeds;
  yield* filters;
  for (const shutter of shutters) for (const other of [...speeds, ...filters]) yield { ...shutter, ...other };
  for (const filter of filters) for (const speed of speeds) yield { ...filter, ...speed };
}

function byFixes(settings: SetupSettings, bad: readonly Found[], without: ReadonlySet<string>): SetupSettings | null {
  let [present, left] = [settings, bad];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const [first] = left;
    if (first === undefined) return present;
    const fix = fixesFor(first, freshGeometry(present)).find(({ patch }) => Object.keys(patch).every((key) => key === 'exposure'));
    if (!fix) return null;
    present = patched(present, fix.patch);
    left = judged(present, without).bad;
    if (!left.every(({ kind }) => isOfExposure(kind))) return null;
  }
  return left.length === 0 ? present : null;
}

/**
 * Whether a setting keeps the ranges that the photographer has set for aperture,
 * exposure time and film speed. What is left as it is may lie outside.
 *
 * @param start the setup as it is set
 * @param settings the same setup, set in another way
 */
export function keepsRanges(start: SetupSettings, settings: SetupSettings): boolean {
  const { widestFNumber, smallestFNumber, longestS, highestIso } = start.limits;
  if (settings.fNumber !== start.fNumber && !inRange(settings.fNumber, widestFNumber, smallestFNumber)) return false;
  if (highestIso !== null && settings.exposure.iso > Math.max(highestIso, start.exposure.iso)) return false;
  if (longestS === null) return true;
  const [before, after] = [longestOf(start), longestOf(settings)];
  return after === null || after <= Math.max(longestS, before ?? 0) * 1.001;
}

/** Whether an f-number lies between the widest and the smallest aperture that are wanted; marks are rounded. */
export function inRange(fNumber: number, widest: number | null, smallest: number | null): boolean {
  return fNumber >= (widest ?? 0) * 0.999 && fNumber <= (smallest ?? Infinity) * 1.001;
}

/** The longest exposure of a setup, s; `null` where nothing is metered. */
function longestOf(settings: SetupSettings): number | null {
  const times = workingExposure(freshGeometry(settings))?.shots.map(({ shutterSpeedS }) => shutterSpeedS) ?? [];
  return times.length === 0 ? null : Math.max(...times);
}
