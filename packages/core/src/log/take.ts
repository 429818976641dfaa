import { type Geometry } from '../geometry/geometry';
import { bracketStops } from '../exposure/brackets';
import { standBrackets, standShutter, workingExposure } from '../exposure/working';
import { SHUTTERS } from '../exposure/shutter';
import { hearsLens } from '../capture/takes';
import { apertureWords, fixed, metresWords, riseWords, shiftWords, turnWords } from '../words';
import type { SetupSettings } from '../model/setup';

/** What was set for one exposure, as it was at that moment: the file will not know it. */
export interface TakeFigures {
  readonly stand: string;
  readonly rig: string;
  readonly lens: string;
  readonly back: string;
  readonly focalMm: number;
  readonly orientation: 'landscape' | 'portrait';
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly tiltDeg: number;
  readonly swingDeg: number;
  readonly rearTiltDeg: number;
  readonly rearSwingDeg: number;
  /** From the lens along its axis, m; `null` at infinity. */
  readonly focusM: number | null;
  readonly fNumber: number;
  /** `null` when no time was known. */
  readonly timeS: number | null;
  readonly iso: number | null;
  readonly shutter: string;
  readonly filters: string;
  /** Which frame of how many of a mosaic; `null` for a single picture. */
  readonly frame: number | null;
  readonly frames: number | null;
  /** Which exposure of how many of a bracket, and by how much it differs from the metered one, stops. */
  readonly bracket: number | null;
  readonly brackets: number | null;
  readonly bracketStops: number | null;
  /** Holder or roll, and the frame on it; how many frames it has. */
  readonly holder: string;
  readonly filmFrame: number | null;
  readonly filmFrames: number | null;
  readonly remarks: string;
  /** 0 to 5; 0 is not rated. */
  readonly rating: number;
  /** The file it was matched with; empty when none. */
  readonly file: string;
  /** Whether the camera hears from the lens, so that the file knows its aperture. */
  readonly contacts: boolean;
}

/** A take as it is kept. */
export interface LogTake extends TakeFigures {
  readonly id: string;
  readonly standId: string;
  /** When the shutter was opened, as ISO 8601 in UTC. */
  readonly at: string;
}

/** One exposure of a series: which frame of the mosaic and which of the bracket, from 0; `null` without one. */
export interface SeriesPlace {
  readonly frame: number | null;
  readonly bracket: number | null;
}

/** The exposures of a stand in the order in which they are made. */
export function seriesOf(geometry: Geometry): readonly SeriesPlace[] {
  const { mosaic } = geometry.settings;
  const { count } = standBrackets(geometry.settings);
  const brackets: readonly (number | null)[] = count > 1 ? Array.from({ length: count }, (_, i) => i) : [null];
  if (!mosaic) return brackets.map((bracket) => ({ frame: null, bracket }));
  const frames = mosaic.frames.map((_, i) => i);
  return mosaic.series.bracketsInside
    ? frames.flatMap((frame) => brackets.map((bracket) => ({ frame, bracket })))
    : brackets.flatMap((bracket) => frames.map((frame) => ({ frame, bracket })));
}

/** What a take of a stand is logged as, at its place in the series. The mosaic's own frame says where the slides stood. */
export function takeOf(geometry: Geometry, stand: string, { frame, bracket }: SeriesPlace, film: FilmPlace | null): TakeFigures {
  const { rig, exposure, front, rear, mosaic } = geometry.settings;
  const laid = geometry.laid;
  const at = frame === null ? geometry.settings.movements : (laid?.settings[frame] ?? laid?.frames[frame] ?? geometry.settings.movements);
  const brackets = standBrackets(geometry.settings);
  // A time that the film is not known for is missing among the takes: each is found by its stops, not by its place.
  const by = bracketStops(brackets)[bracket ?? 0] ?? 0;
  const one = workingExposure(geometry)?.takes.find(({ stops }) => stops === by) ?? null;
  const filters = [
    ...rig.parts.front.filter(({ kind }) => kind === 'filter').map(({ name }) => name),
    ...exposure.filters.map(({ name }) => name),
    ...(exposure.centreFilterStops === null ? [] : ['centre filter']),
  ];
  return {
    stand,
    rig: rig.name,
    lens: rig.lens.name,
    back: rig.back.name,
    focalMm: rig.lens.focalMm,
    orientation: geometry.settings.orientation,
    riseMm: round(at.riseMm),
    shiftMm: round(at.shiftMm),
    tiltDeg: front.tiltDeg,
    swingDeg: front.swingDeg,
    rearTiltDeg: rear.tiltDeg,
    rearSwingDeg: rear.swingDeg,
    focusM: geometry.settings.focusM,
    fNumber: geometry.settings.fNumber,
    timeS: one?.timeS ?? null,
    iso: exposure.iso,
    shutter: SHUTTERS[standShutter(geometry.settings).kind],
    filters: filters.join(', '),
    frame: frame === null ? null : frame + 1,
    frames: frame === null ? null : (mosaic?.frames.length ?? null),
    bracket: bracket === null ? null : bracket + 1,
    brackets: bracket === null ? null : brackets.count,
    bracketStops: bracket === null ? null : by,
    holder: film?.holder ?? '',
    filmFrame: film?.frame ?? null,
    filmFrames: film?.of ?? null,
    remarks: '',
    rating: 0,
    file: '',
    contacts: hearsLens(geometry.settings),
  };
}

const round = (mm: number): number => Math.round(mm * 1000) / 1000 + 0;

/** A frame on a holder or roll. */
export interface FilmPlace {
  readonly holder: string;
  readonly frame: number;
  readonly of: number;
}

/** Where the next exposure on film goes, after the takes so far: the next frame of the last holder or roll, or a new one when that is full. `null` on a sensor, or where how many frames there are is not known. */
export function nextFilm(
  { rig }: Pick<SetupSettings, 'rig'>,
  takes: readonly Pick<LogTake, 'holder' | 'filmFrame' | 'filmFrames' | 'at'>[],
): FilmPlace | null {
  const { back } = rig.parts;
  if (back.kind !== 'film') return null;
  const { form, framesPerRoll, sheetsPerHolder } = back.figures;
  const of = form === 'roll' ? framesPerRoll : form === 'sheet' ? sheetsPerHolder : null;
  if (of === null) return null;
  const word = form === 'roll' ? 'roll' : 'holder';
  const last = [...takes]
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

/** A holder or roll and what is left on it. */
export interface FilmUse {
  readonly holder: string;
  readonly used: number;
  readonly of: number | null;
  readonly left: number | null;
}

/** Film by holder and roll. A frame exposed twice is used once. */
export function filmUse(takes: readonly Pick<LogTake, 'holder' | 'filmFrame' | 'filmFrames'>[]): readonly FilmUse[] {
  const holders = new Map<string, { frames: Set<number>; of: number | null }>();
  for (const { holder, filmFrame, filmFrames } of takes) {
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

/** A take in plain words, for the description of a file and for reading aloud. */
export function takeWords(take: TakeFigures): string {
  return [take.stand, ...settingWords(take), take.remarks].filter((words) => words !== '').join('; ');
}

/** What was set for a take, in plain words, a part for each thing set. */
export function settingWords(take: TakeFigures): readonly string[] {
  const rear = { tiltDeg: take.rearTiltDeg, swingDeg: take.rearSwingDeg };
  return [
    `${riseWords(take.riseMm)}, ${shiftWords(take.shiftMm)}`,
    turnWords({ tiltDeg: take.tiltDeg, swingDeg: take.swingDeg }),
    rear.tiltDeg === 0 && rear.swingDeg === 0 ? '' : `back: ${turnWords(rear)}`,
    `focus ${take.focusM === null ? 'at infinity' : take.focusM < 0 ? 'nearer than infinity on the rail' : metresWords(take.focusM)}`,
    apertureWords(take.fNumber),
    take.filters,
    take.frame === null ? '' : `frame ${take.frame} of ${take.frames ?? '?'} of a mosaic`,
    take.bracket === null
      ? ''
      : `exposure ${take.bracket} of ${take.brackets ?? '?'} of a bracket${take.bracketStops === null ? '' : ` (${take.bracketStops > 0 ? '+' : ''}${fixed(take.bracketStops, 1)} stops)`}`,
    take.filmFrame === null ? '' : `${take.holder}, frame ${take.filmFrame}`,
  ].filter((words) => words !== '');
}
