import { logText } from '@gangway/messages/core/log';
import { say } from '@gangway/messages/say';
import type { FilmPlace } from './shotField';
import { loggedFields, type Shot, type ShotValues } from './shotFields';
import type { Geometry } from '../geometry/geometry';
import { bracketStops } from '../exposure/brackets';
import { setupBrackets, workingExposure } from '../exposure/working';
import { apertureWords, fixed, metresWords, riseWords, shiftWords, turnWords } from '../words';
import type { SetupSettings } from '../model/setup';

/** One exposure of a series: which frame of the mosaic and which of the bracket, from 0; `null` without one. */
export interface SeriesPlace {
  readonly frame: number | null;
  readonly bracket: number | null;
}

/**
 * The exposures of a setup in the order in which they are made.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * seriesOf(mosaicGeometry).length // => 3
 */
export function seriesOf(geometry: Geometry): readonly SeriesPlace[] {
  const { mosaic } = geometry.settings;
  const { count } = setupBrackets(geometry.settings);
  const brackets: readonly (number | null)[] = count > 1 ? Array.from({ length: count }, (_, i) => i) : [null];
  if (!mosaic) return brackets.map((bracket) => ({ frame: null, bracket }));
  const frames = mosaic.frames.map((_, i) => i);
  return mosaic.series.bracketsInside
    ? frames.flatMap((frame) => brackets.map((bracket) => ({ frame, bracket })))
    : brackets.flatMap((bracket) => frames.map((frame) => ({ frame, bracket })));
}

/**
 * What a shot of a setup is logged as, at its place in the series. The mosaic's own frame says where the slides stood.
 *
 * @param geometry what follows from the settings of a setup
 * @param name name of the setup
 * @param place which frame and which exposure
 * @param film frame of film, `null` without film
 *
 * @example
 * shotOf(frontGeometry, 'Tower', { frame: null, bracket: null }, null).riseMm // => 8
 */
export function shotOf(geometry: Geometry, name: string, { frame, bracket }: SeriesPlace, film: FilmPlace | null): ShotValues {
  const { settings, laid } = geometry;
  const brackets = setupBrackets(settings);
  // A time that the film is not known for is missing among the shots: each is found by its stops, not by its place.
  const stops = bracketStops(brackets)[bracket ?? 0] ?? 0;
  const one = workingExposure(geometry)?.shots.find((each) => each.stops === stops) ?? null;
  const at = frame === null ? settings.movements : (laid?.settings[frame] ?? laid?.frames[frame] ?? settings.movements);
  return loggedFields({ settings, name, at, frame, bracket, brackets, stops, shutterSpeedS: one?.shutterSpeedS ?? null, film });
}

/**
 * Where the next exposure on film goes, after the shots so far: the next frame of the last holder or roll, or a new one when that is full. `null` on a sensor, or where how many frames there are is not known.
 *
 * @param settings what of the settings it depends on
 * @param shots the logged shots
 *
 * @example
 * nextFilm(front, []) // => null
 */
export function nextFilm(
  { rig }: Pick<SetupSettings, 'rig'>,
  shots: readonly Pick<Shot, 'holder' | 'filmFrame' | 'filmFrames' | 'at'>[],
): FilmPlace | null {
  const { back } = rig.parts;
  if (back.kind !== 'film') return null;
  const { form, framesPerRoll, sheetsPerHolder } = back.specs;
  const of = framesHeld(form, framesPerRoll, sheetsPerHolder);
  if (of === null) return null;
  const word = form === 'roll' ? 'roll' : 'holder';
  const last = [...shots]
    .filter(({ filmFrame }) => filmFrame !== null)
    .sort((a, b) => a.at.localeCompare(b.at))
    .pop();
  if (!last || last.filmFrame === null) return { holder: `${word} 1`, frame: 1, of };
  if (last.filmFrame < (last.filmFrames ?? of)) return { holder: last.holder, frame: last.filmFrame + 1, of: last.filmFrames ?? of };
  const number = /(\d+)(?!.*\d)/u.exec(last.holder);
  return {
    holder: number
      ? last.holder.slice(0, number.index) + String(Number(number[0]) + 1) + last.holder.slice(number.index + number[0].length)
      : `${last.holder} 2`,
    frame: 1,
    of,
  };
}

function framesHeld(form: 'sheet' | 'roll' | null, framesPerRoll: number | null, sheetsPerHolder: number | null): number | null {
  if (form === 'roll') return framesPerRoll;
  if (form === 'sheet') return sheetsPerHolder;
  return null;
}

/** A holder or roll and what is left on it. */
export interface FilmUse {
  readonly holder: string;
  readonly used: number;
  readonly of: number | null;
  readonly left: number | null;
}

/**
 * Film by holder and roll. A frame exposed twice is used once.
 *
 * @param shots the logged shots
 *
 * @example
 * filmUse([]) // => []
 */
export function filmUse(shots: readonly Pick<Shot, 'holder' | 'filmFrame' | 'filmFrames'>[]): readonly FilmUse[] {
  const holders = new Map<string, { frames: Set<number>; of: number | null }>();
  for (const { holder, filmFrame, filmFrames } of shots) {
    if (filmFrame === null) continue;
    const found = holders.get(holder) ?? { frames: new Set<number>(), of: null };
    found.frames.add(filmFrame);
    found.of = filmFrames ?? found.of;
    holders.set(holder, found);
  }
  return [...holders]
    .map(([holder, { frames, of }]) => ({ holder, used: frames.size, of, left: of === null ? null : Math.max(0, of - frames.size) }))
    .sort((a, b) => a.holder.localeCompare(b.holder, 'en', { numeric: true }));
}

/**
 * A shot in plain words, for the description of a file and for reading aloud.
 *
 * @param shot the logged shot
 *
 * @example
 * shotWords(shotOf(frontGeometry, 'Tower', { frame: null, bracket: null }, null)).includes('rise 8.0 mm') // => false
 */
export function shotWords(shot: ShotValues): string {
  return [shot.setup, ...settingWords(shot), shot.remarks].filter((words) => words !== '').join('; ');
}

/**
 * What was set for a shot, in plain words, a part for each thing set.
 *
 * @param shot the logged shot
 *
 * @example
 * settingWords(shotOf(frontGeometry, 'Tower', { frame: null, bracket: null }, null)).length > 0 // => true
 */
export function settingWords(shot: ShotValues): readonly string[] {
  const rear = { tiltDeg: shot.rearTiltDeg, swingDeg: shot.rearSwingDeg };
  return [
    `${riseWords(shot.riseMm)}, ${shiftWords(shot.shiftMm)}`,
    turnWords({ tiltDeg: shot.tiltDeg, swingDeg: shot.swingDeg }),
    rear.tiltDeg === 0 && rear.swingDeg === 0 ? '' : say(logText.back, { rear: turnWords(rear) }),
    focusLabel(shot),
    apertureWords(shot.fNumber),
    shot.filters,
    shot.frame === null ? '' : say(logText.frameOfOfAMosaic, { frame: shot.frame, frames: shot.frames ?? '?' }),
    shot.bracket === null
      ? ''
      : say(logText.exposureOfOfABracket, {
          bracket: shot.bracket,
          brackets: shot.brackets ?? '?',
          bracketStops:
            shot.bracketStops === null
              ? ''
              : say(logText.stops, { bracketStops: shot.bracketStops > 0 ? '+' : '', bracketStops2: fixed(shot.bracketStops, 1) }),
        }),
    shot.filmFrame === null ? '' : say(logText.frame2, { holder: shot.holder, filmFrame: shot.filmFrame }),
  ].filter((words) => words !== '');
}

function focusLabel(shot: ShotValues): string {
  if (shot.focusM === null) return logText.focusAtInfinity;
  if (shot.focusM < 0) return logText.lensInsideItsInfinityPosition;
  return say(logText.focus2, { focusM: metresWords(shot.focusM) });
}
