import { bracketStops } from '../exposure/brackets';
import { standBrackets, standShutter, totalTakes, workingExposure } from '../exposure/working';
import { countedPixelMm } from '../stitching/metrics';
import { airyMm } from '../planning/apertureChoice';
import { standImageMm } from '../geometry/back';
import { pixelMm, standBlurAllowed } from '../geometry/pins';
import type { Finding, FindingKind } from './finding';
import { stateOf } from './tight';
import type { SetupSettings } from '../model/setup';

type ExposureCheck<K extends FindingKind> = (settings: SetupSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'> | null;

/** At the very end of a shutter is tight: its ends are the least exact of its times (common practice). */
const TIGHT_STOPS = 0.05;

export const checkTime: ExposureCheck<'time'> = (settings) => {
  const working = workingExposure(settings);
  if (!working) return null;
  const { shutter, takes, lines } = working;
  const base = { kind: 'time' as const, shutter: shutter.kind, bulb: takes.some(({ bulb }) => bulb) };
  const open = { ...base, state: 'unknown' as const, neededS: null, endS: null, end: 'slow' as const, spareStops: null };
  const dark = lines.filter(({ stops }) => stops === null).map(({ words }) => words);
  if (dark.length > 0) return { ...open, lacks: `how much light ${dark.join(' and ')} takes` };
  const wanted = settings.mosaic ? settings.mosaic.series.brackets : settings.exposure.brackets.count;
  if (takes.length < wanted) return { ...open, lacks: 'what the film loses at long times' };
  const ends = takes.flatMap(({ neededS }) => [
    {
      end: 'fast' as const,
      neededS,
      endS: shutter.fastestS,
      spareStops: shutter.fastestS === null ? null : Math.log2(neededS / shutter.fastestS),
    },
    {
      end: 'slow' as const,
      neededS,
      endS: shutter.slowestS,
      spareStops: shutter.bulb ? Infinity : shutter.slowestS === null ? null : Math.log2(shutter.slowestS / neededS),
    },
  ]);
  const known = ends.filter((each): each is typeof each & { spareStops: number } => each.spareStops !== null);
  const worst = known.reduce<(typeof known)[number] | null>(
    (least, each) => (least === null || each.spareStops < least.spareStops ? each : least),
    null,
  );
  // Rounded to the end mark is not beyond it.
  const state =
    worst === null
      ? 'unknown'
      : worst.spareStops < -1 / 6
        ? 'fails'
        : known.length < ends.length && takes.some(({ can }) => can === null)
          ? 'unknown'
          : worst.spareStops < TIGHT_STOPS
            ? 'tight'
            : 'holds';
  if (worst === null || state === 'unknown') return { ...open, lacks: 'the fastest and slowest time of the shutter' };
  // What is held open is said by its longest.
  if (base.bulb && state !== 'fails')
    return {
      ...base,
      state,
      neededS: Math.max(...takes.map(({ neededS }) => neededS)),
      endS: worst.endS,
      end: worst.end,
      spareStops: worst.spareStops,
      lacks: '',
    };
  return { ...base, state, neededS: worst.neededS, endS: worst.endS, end: worst.end, spareStops: worst.spareStops, lacks: '' };
};

export const checkReciprocity: ExposureCheck<'reciprocity'> = (settings) => {
  if (settings.rig.parts.back.kind !== 'film') return null;
  const working = workingExposure(settings);
  if (working?.timeS == null) return null;
  const { timeS, law, takes } = working;
  const longest = takes.reduce<(typeof takes)[number] | null>(
    (most, each) => (most === null || each.neededS > most.neededS ? each : most),
    null,
  );
  const meteredS = longest ? timeS * 2 ** longest.stops : timeS;
  if (law === null) {
    // What the film is not trusted for is not among the takes: the longest that is wanted counts.
    const wantedS = timeS * 2 ** Math.max(...bracketStops(standBrackets(settings)));
    return wantedS <= 1 ? null : { kind: 'reciprocity', state: 'unknown', meteredS: wantedS, neededS: null, beyond: false };
  }
  if (meteredS <= 1 && longest?.neededS === meteredS) return null;
  const beyond = takes.some((each) => each.beyond);
  return { kind: 'reciprocity', state: beyond ? 'unknown' : 'holds', meteredS, neededS: longest?.neededS ?? null, beyond };
};

export const checkFlash: ExposureCheck<'flash'> = (settings) => {
  if (!settings.exposure.flash) return null;
  const shutter = standShutter(settings);
  const takes = workingExposure(settings)?.takes ?? [];
  const shortestS = takes.length === 0 ? null : Math.min(...takes.map(({ timeS }) => timeS));
  const base = { kind: 'flash' as const, shutter: shutter.kind, syncS: shutter.syncS, shortestS };
  if (shutter.syncS === 0) return { ...base, state: 'holds' };
  if (shutter.syncS === Infinity) return { ...base, state: 'fails' };
  if (shutter.syncS === null || shortestS === null) return { ...base, state: 'unknown' };
  return { ...base, state: stateOf(Math.log2(shortestS / shutter.syncS) + 0.05, 0) };
};

/** How far a thing that goes across the view moves on the sensor, mm/s; the fastest of what is told. */
function fastest(settings: SetupSettings): number | null {
  const told = [...(settings.exposure.moving ? [settings.exposure.moving] : []), ...(settings.mosaic?.zones ?? [])];
  if (told.length === 0) return null;
  return Math.max(...told.map(({ speedMs, distanceM }) => (speedMs / distanceM) * standImageMm(settings)));
}

export const checkReadout: ExposureCheck<'readout'> = (settings) => {
  const mmPerS = fastest(settings);
  if (mmPerS === null || settings.exposure.meter === null) return null;
  const shutter = standShutter(settings);
  const px = countedPixelMm(settings);
  const allowedPx = standBlurAllowed(settings).cocMm / px;
  const base = {
    kind: 'readout' as const,
    shutter: shutter.kind,
    readoutMs: shutter.readoutMs,
    allowedPx,
    film: settings.rig.back.columnsPx === null,
  };
  if (shutter.readoutMs === null) return { ...base, state: 'unknown', bentPx: null };
  const bentPx = (mmPerS * shutter.readoutMs) / 1000 / px;
  return { ...base, bentPx, state: stateOf(allowedPx - bentPx, allowedPx / 4) };
};

// On a sensor of 3.76 µm f/16 is comfortable, f/22 just visible, f/32 plainly soft (common practice): Airy discs of 5.7, 7.9 and 11.4 pixels.
const SHARP_PX = 6;
const SEEN_PX = 8.2;

export const checkDiffraction: ExposureCheck<'diffraction'> = (settings) => {
  if (settings.exposure.meter === null) return null;
  const px = pixelMm(settings);
  const airy = airyMm(settings, settings.fNumber);
  const allowedMm = px === null ? standBlurAllowed(settings).cocMm : px * SHARP_PX;
  const most = px === null ? allowedMm * Math.SQRT2 : px * SEEN_PX;
  return {
    kind: 'diffraction',
    state: airy <= allowedMm ? 'holds' : airy <= most ? 'tight' : 'fails',
    fNumber: settings.fNumber,
    airyMm: airy,
    allowedMm,
    pixelMm: px,
  };
};

/** Times at which a mirror, a curtain or a finger on the button shows (common practice), s. */
const SHAKY = { from: 1 / 60, to: 2 };

export const checkShake: ExposureCheck<'shake'> = (settings) => {
  const working = workingExposure(settings);
  if (!working || working.takes.length === 0) return null;
  const { release, mirrorUp, flash } = settings.exposure;
  const longestS = Math.max(...working.takes.map(({ timeS }) => timeS));
  const inRange = working.takes.some(({ timeS }) => timeS >= SHAKY.from && timeS <= SHAKY.to);
  const held = settings.rig.parts.kind === 'held';
  const advice: string[] = [];
  if (held) {
    // The old rule of one over the focal length, for the small format by its diagonal (common practice).
    const { back, lens } = settings.rig;
    const most = 1 / (lens.focalMm * (43.3 / Math.hypot(back.widthMm, back.heightMm)));
    if (longestS > most && !flash) advice.push('the lens is held by hand: take a burst, rest the camera, or take a shorter time');
  } else if (release === 'hand' && longestS >= SHAKY.from) advice.push('let go of it: cable, remote or self-timer');
  if (inRange && working.shutter.kind === 'focal' && !mirrorUp) advice.push('mirror up, or first curtain electronic, and wait two seconds');
  return { kind: 'shake', state: advice.length > 0 ? 'tight' : 'holds', longestS, advice };
};

export const checkFilm: ExposureCheck<'film'> = (settings) => {
  if (settings.rig.parts.back.kind !== 'film' || settings.mosaic !== null || settings.exposure.meter === null) return null;
  const takes = totalTakes(settings);
  const left = settings.exposure.filmLeft;
  return { kind: 'film', takes, left, state: left === null ? 'unknown' : stateOf(left - takes, 0) };
};
