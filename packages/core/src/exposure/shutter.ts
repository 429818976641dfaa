import { fixed } from '../words';
import type { StopStep } from '../model/lens';
import type { RigParts } from '../model/rig';
import type { NominalSpeeds, ShutterKind } from '../model/exposure';

/** A shutter of a rig; `null` where a value is missing. */
export interface Shutter {
  readonly kind: ShutterKind;
  /** Shortest and longest time that it measures itself, s. */
  readonly fastestS: number | null;
  readonly slowestS: number | null;
  /** Whether it stays open as long as it is held. */
  readonly bulb: boolean;
  /** The shortest time at which flash lights the whole frame, s; 0 for any, Infinity for none, `null` not known. */
  readonly syncS: number | null;
  /** From the first row to the last, ms; 0 where all of the frame is exposed at once. */
  readonly readoutMs: number | null;
}

/**
 * The shutters that a rig can be worked with, the usual one first. A back without any behind a lens without any is opened by hand.
 *
 * @param parts the components of a rig
 *
 * @example
 * shuttersOf(parts).length // => 1
 */
export function shuttersOf(parts: RigParts): readonly [Shutter, ...Shutter[]] {
  const all: Shutter[] = [];
  const { lens, back } = parts;
  if (lens.specs.attachment === 'board') {
    const { shutterFastestPerS: fast, shutterSlowestS: slow } = lens.specs;
    all.push({ kind: 'leaf', fastestS: fast === null ? null : 1 / fast, slowestS: slow, bulb: true, syncS: 0, readoutMs: 0 });
  }
  if (back.kind === 'body') {
    const { shutter, fastestPerS, slowestS, syncPerS, readoutMs } = back.specs;
    const fastestS = fastestPerS === null ? null : 1 / fastestPerS;
    if (shutter === 'leaf' && !all.some(({ kind }) => kind === 'leaf'))
      all.push({ kind: 'leaf', fastestS, slowestS, bulb: true, syncS: 0, readoutMs: 0 });
    if (shutter === 'focal') {
      const syncS = syncPerS === null ? null : 1 / syncPerS;
      // The slit of a focal-plane shutter crosses the frame in about the time of its flash speed (common practice).
      all.push({ kind: 'focal', fastestS, slowestS, bulb: true, syncS, readoutMs: syncS === null ? null : syncS * 1000 });
    }
    // A body of which the shutter was not said has one of its own, most likely.
    if (shutter === null && readoutMs === null && all.length === 0)
      all.push({ kind: 'focal', fastestS, slowestS, bulb: true, syncS: null, readoutMs: null });
    if (readoutMs !== null) all.push({ kind: 'electronic', fastestS, slowestS, bulb: false, syncS: Infinity, readoutMs });
  }
  const [usual = { kind: 'cap', fastestS: 1, slowestS: null, bulb: true, syncS: 0, readoutMs: 0 }, ...others] = all;
  return [usual, ...others];
}

// Marked times of cameras in full stops, and in halves and thirds between (common practice; ISO 516 from memory).
const SECONDS = {
  full: [1, 2, 4, 8, 15, 30, 60],
  half: [1, 1.5, 2, 3, 4, 6, 8, 11, 15, 22, 30, 45, 60],
  third: [1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30, 40, 50, 60],
};
const PARTS = {
  full: [2, 4, 8, 15, 30, 60, 125, 250, 500, 1000, 2000, 4000, 8000],
  half: [1.5, 2, 3, 4, 6, 8, 11, 15, 22, 30, 45, 60, 90, 125, 180, 250, 350, 500, 750, 1000, 1500, 2000, 3000, 4000, 6000, 8000],
  third: [
    1.3, 1.6, 2, 2.5, 3, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250,
    1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000,
  ],
};

/** Marked times by step, s, shortest first. */
export function markedTimes(step: StopStep): readonly number[] {
  return [...PARTS[step].map((per) => 1 / per).reverse(), ...SECONDS[step]];
}

const PER_STOP = { full: 1, half: 2, third: 3 } as const;

/** The power of two that a mark is rounded from, in full stops, halves or thirds. */
function powerOf(mark: number, step: StopStep): number {
  return 2 ** (Math.round(Math.log2(mark) * PER_STOP[step]) / PER_STOP[step]);
}

/**
 * How long the light falls at a marked shutter speed: marks are rounded, so
 * that 1/60 s stands for 1/64 and 30 s for 32. A time that is no mark is as it
 * stands. Source: the time values of APEX, CIPA DC-008 (Exif 2.32), Annex C.
 *
 * @param shutterSpeedS as it is marked, s
 * @param nominal whether marks stand for powers of two or for themselves
 *
 * @example
 * lightTime(1 / 60, 'powers') // => 0.015625
 */
export function lightTime(shutterSpeedS: number, nominal: NominalSpeeds): number {
  if (nominal === 'dial') return shutterSpeedS;
  // Full stops and thirds first: what is marked in both means the same.
  const step = (['full', 'third', 'half'] as const).find((each) =>
    markedTimes(each).some((mark) => Math.abs(mark / shutterSpeedS - 1) < 0.005),
  );
  return step ? powerOf(shutterSpeedS, step) : shutterSpeedS;
}

/** What a time is set as. */
export interface SetTime {
  /** As it is marked or counted, s. */
  readonly shutterSpeedS: number;
  /** How long the light falls, s. */
  readonly lightS: number;
  /** By what it is off, stops; + for more light. */
  readonly errorStops: number;
  /** Held open and counted: beyond what the shutter measures. */
  readonly bulb: boolean;
  /** Whether this shutter can do it; `null` when its ends are not known. */
  readonly can: boolean | null;
}

/**
 * A time as a shutter can be set: the nearest mark by stops between its ends, whole seconds counted beyond them.
 *
 * @param shutterSpeedS how long the light has to fall, s
 * @param shutter the shutter
 * @param step how finely it is marked
 * @param nominal whether its marks stand for powers of two or for themselves
 *
 * @example
 * setTime(1 / 60, shuttersOf(parts)[0], 'full', 'powers').errorStops // => -0.093109
 */
export function setTime(shutterSpeedS: number, shutter: Shutter, step: StopStep, nominal: NominalSpeeds): SetTime {
  const { fastestS, slowestS, bulb } = shutter;
  const light = (mark: number): number => (nominal === 'dial' ? mark : powerOf(mark, step));
  const off = (mark: number): number => Math.log2(light(mark) / shutterSpeedS);
  const marks = markedTimes(step).filter(
    (t) => (fastestS === null || t >= fastestS * (1 - 0.02)) && (slowestS === null || t <= slowestS * (1 + 0.02)),
  );
  const nearest = marks.reduce<number | null>((best, t) => (best === null || Math.abs(off(t)) < Math.abs(off(best)) ? t : best), null);
  // Within half a step of a mark that it has, it is set there.
  const reach = { full: 0.5, half: 0.25, third: 1 / 6 }[step] * 1.35;
  if (nearest !== null && Math.abs(off(nearest)) <= reach) {
    // With one end known, the other is trusted as far as every shutter goes, 1/500 s or 1 s (common practice).
    const known = fastestS !== null && slowestS !== null;
    return {
      shutterSpeedS: nearest,
      lightS: light(nearest),
      errorStops: off(nearest),
      bulb: false,
      can: canHalfKnown(known, fastestS, slowestS, nearest),
    };
  }
  const longest = slowestS ?? marks[marks.length - 1] ?? 1;
  if (shutterSpeedS > longest) {
    const counted = shutterSpeedS < 10 ? Math.round(shutterSpeedS * 2) / 2 : Math.round(shutterSpeedS);
    return {
      shutterSpeedS: counted,
      lightS: counted,
      errorStops: Math.log2(counted / shutterSpeedS),
      bulb: true,
      can: canHoldOpen(bulb, slowestS),
    };
  }
  const end = nearest ?? fastestS ?? 1;
  return { shutterSpeedS: end, lightS: light(end), errorStops: off(end), bulb: false, can: fastestS === null ? null : false };
}

function canHoldOpen(bulb: boolean, slowestS: number | null): boolean | null {
  if (bulb) return true;
  if (slowestS === null) return null;
  return false;
}

function canHalfKnown(known: boolean, fastestS: number | null, slowestS: number | null, nearest: number): true | null {
  if (known) return true;
  if (fastestS === null && slowestS === null) return null;
  if ((fastestS !== null || nearest >= 1 / 500) && (slowestS !== null || nearest <= 1)) return true;
  return null;
}

/**
 * A time as it is marked: "1/125 s", "0.7 s", "8 s", "4 min 10 s".
 *
 * @param shutterSpeedS exposure time, s
 *
 * @example
 * timeWords(1 / 125) // => '1/125 s'
 */
export function timeWords(shutterSpeedS: number): string {
  if (shutterSpeedS < 0.3) return `1/${String(Math.round(1 / shutterSpeedS))} s`;
  if (shutterSpeedS < 1) {
    const per = 1 / shutterSpeedS;
    return Math.abs(per - Math.round(per)) < 0.02 ? `1/${Math.round(per)} s` : `${fixed(shutterSpeedS, 2).replace(/0$/u, '')} s`;
  }
  if (shutterSpeedS < 100) return `${String(Math.round(shutterSpeedS * 10) / 10)} s`;
  const whole = Math.round(shutterSpeedS);
  const [h, min, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  return [h > 0 ? `${h} h` : '', min > 0 ? `${min} min` : '', s > 0 ? `${s} s` : ''].filter((part) => part !== '').join(' ');
}
