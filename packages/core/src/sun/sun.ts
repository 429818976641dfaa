import { Body, Equator, Horizon, Observer, SearchAltitude, SearchHourAngle, SearchRiseSet } from 'astronomy-engine';
import { radians } from '../angles';
import { requireFinite } from '../errors';

/** A place on the earth, degrees north and east, and how high, m. */
export interface Place {
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
  readonly heightM: number;
}

/** Where the sun stands: azimuth from true north through east, altitude over the horizon with the air's refraction, degrees. */
export interface SunAt {
  readonly azimuthDeg: number;
  readonly altitudeDeg: number;
}

const observer = ({ latitudeDeg, longitudeDeg, heightM }: Place): Observer =>
  new Observer(requireFinite('latitudeDeg', latitudeDeg), requireFinite('longitudeDeg', longitudeDeg), requireFinite('heightM', heightM));

/** The sun's place in the sky at a moment. By the package astronomy-engine, good to a minute of arc. */
export function sunAt(place: Place, at: Date): SunAt {
  const from = observer(place);
  const { ra, dec } = Equator(Body.Sun, at, from, true, true);
  const { azimuth, altitude } = Horizon(at, from, ra, dec, 'normal');
  return { azimuthDeg: azimuth, altitudeDeg: altitude };
}

/** The times of a day; `null` for what does not happen there on that day. */
export interface SunTimes {
  readonly dawn: Date | null;
  readonly rise: Date | null;
  readonly noon: Date | null;
  readonly set: Date | null;
  readonly dusk: Date | null;
  /** Until when after rising, and from when before setting, the sun is lower than six degrees: warm and raking. */
  readonly lowUntil: Date | null;
  readonly lowFrom: Date | null;
  /** Above the horizon the whole day, or below it; `null` where it rises and sets. */
  readonly allDay: 'up' | 'down' | null;
}

/** The sun stands this low while its light is warm, degrees (common practice). */
export const LOW_DEG = 6;

/**
 * Dawn and dusk (civil, −6°), rise and set (upper limb, refraction of the
 * almanac), noon and low light of the day that begins at a moment and lasts 24
 * hours.
 *
 * @param place where on the earth
 * @param from when the day begins
 *
 * @example
 * sunTimes({ latitudeDeg: 80, longitudeDeg: 0, heightM: 0 }, new Date('2026-06-21T00:00:00Z')).allDay // => 'up'
 */
export function sunTimes(place: Place, from: Date): SunTimes {
  const at = observer(place);
  const altitude = (direction: 1 | -1, deg: number): Date | null => SearchAltitude(Body.Sun, at, direction, from, 1, deg)?.date ?? null;
  const rise = SearchRiseSet(Body.Sun, at, 1, from, 1)?.date ?? null;
  const set = SearchRiseSet(Body.Sun, at, -1, from, 1)?.date ?? null;
  const noonAt = SearchHourAngle(Body.Sun, at, 0, from).time.date;
  const noon = noonAt.getTime() - from.getTime() < DAY_MS ? noonAt : null;
  const up = noon ? sunAt(place, noon).altitudeDeg > 0 : false;
  return {
    dawn: altitude(1, -6),
    rise,
    noon,
    set,
    dusk: altitude(-1, -6),
    lowUntil: altitude(1, LOW_DEG),
    lowFrom: altitude(-1, LOW_DEG),
    allDay: allDayOf(rise, set, up),
  };
}

function allDayOf(rise: Date | null, set: Date | null, up: boolean): 'up' | 'down' | null {
  if (rise === null && set === null) {
    if (up) return 'up';
    return 'down';
  }
  return null;
}

const DAY_MS = 86_400_000;

/** How steeply the sun stands to a wall that looks to a bearing, degrees off its surface: 90 straight onto it, below 0 from behind. */
export function onWallDeg({ azimuthDeg, altitudeDeg }: SunAt, bearingDeg: number): number {
  const toward = Math.cos(radians(altitudeDeg)) * Math.cos(radians(azimuthDeg - bearingDeg));
  return (Math.asin(Math.max(-1, Math.min(1, toward))) * 180) / Math.PI;
}

/** A stretch of a day in which a wall is lit, and the part of it in which the light rakes along it. */
export interface LitStretch {
  readonly from: Date;
  readonly to: Date;
  /** The steepest that the sun comes to stand on the wall in it, and when. */
  readonly steepestDeg: number;
  readonly steepestAt: Date;
}

const STEP_MS = 5 * 60_000;

/**
 * When the sun is up and in front of a wall, over the day that begins at a
 * moment. Hills and houses in the way are not known.
 *
 * @param place where on the earth
 * @param from when the day begins
 * @param bearingDeg where the wall looks, degrees from true north through east
 *
 * @example
 * litStretches({ latitudeDeg: 80, longitudeDeg: 0, heightM: 0 }, new Date('2026-12-21T00:00:00Z'), 180).length // => 0
 */
export function litStretches(place: Place, from: Date, bearingDeg: number): readonly LitStretch[] {
  const lit = (ms: number): number => {
    const sun = sunAt(place, new Date(ms));
    return Math.min(sun.altitudeDeg, onWallDeg(sun, bearingDeg));
  };
  const begin = from.getTime();
  const crossing = (dark: number, light: number): number => {
    let [a, b] = [dark, light];
    for (let i = 0; i < 12; i++) {
      const middle = (a + b) / 2;
      if (lit(middle) > 0) b = middle;
      else a = middle;
    }
    return b;
  };
  const stretches: LitStretch[] = [];
  let open: { from: number; steepestDeg: number; steepestAt: number } | null = null;
  for (let ms = begin; ms <= begin + DAY_MS; ms += STEP_MS) {
    const is = lit(ms) > 0;
    if (is) {
      open ??= { from: ms === begin ? ms : crossing(ms - STEP_MS, ms), steepestDeg: -90, steepestAt: ms };
      const deg = onWallDeg(sunAt(place, new Date(ms)), bearingDeg);
      if (deg > open.steepestDeg) Object.assign(open, { steepestDeg: deg, steepestAt: ms });
    }
    if (open && (!is || ms === begin + DAY_MS)) {
      const to = is ? ms : crossing(ms, ms - STEP_MS);
      stretches.push({ from: new Date(open.from), to: new Date(to), steepestDeg: open.steepestDeg, steepestAt: new Date(open.steepestAt) });
      open = null;
    }
  }
  return stretches;
}
