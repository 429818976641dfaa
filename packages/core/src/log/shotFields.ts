import { logText } from '@gangway/messages/core/log';
import { MOST_POPS } from '../exposure/flash';
import { hearsLens } from '../capture/shots';
import { setupShutter } from '../exposure/working';
import { FOCUS_FARTHEST_M, MOVEMENT_MOST_MM } from '../setup/bounds';
import { choice, flag, maybeNumber, number, text, type ShotContext, type ShotField, type ShotValue } from './shotField';
import { SHUTTERS } from '../exposure/choices';

const millimetres = { unit: 'mm', min: -MOVEMENT_MOST_MM, max: MOVEMENT_MOST_MM };
const degrees = { unit: '°', min: -90, max: 90 };
const count = { unit: '', whole: true, min: 1 };

/** A thousandth of a millimetre, and never −0. */
const round = (mm: number): number => Math.round(mm * 1000) / 1000 + 0;

/** The filters of the rig and those held before it. */
function filtersOf({ settings: { rig, exposure } }: ShotContext): string {
  return [
    ...rig.parts.front.filter(({ kind }) => kind === 'filter').map(({ name }) => name),
    ...exposure.filters.map(({ name }) => name),
    ...(exposure.centreFilterStops === null ? [] : [logText.centreFilter]),
  ].join(', ');
}

/**
 * Every field of a logged shot, in the order of its CSV columns. This is the
 * only place that lists them: type, schema, CSV, JSON, XMP, table and what is
 * logged are read from here. The file of a camera knows few of these.
 */
export const SHOT_FIELDS = {
  setup: text({
    label: logText.setup,
    csv: 'setup',
    earlierCsv: ['stand'],
    xmp: 'Setup',
    table: { place: 1, widthPx: 190 },
    initial: 'required',
    most: 120,
    logged: ({ name }) => name,
  }),
  file: text({
    label: logText.file,
    csv: 'file',
    xmp: null,
    table: { place: 17, widthPx: 170 },
    initial: '',
    most: 255,
    forbidden: {
      test: (name) => /[/\\]/u.test(name) || name === '.' || name === '..',
      message: logText.fileMustBeAName,
    },
    logged: () => '',
  }),
  fNumber: number({
    label: logText.apertureF,
    unit: '',
    min: 0.05,
    max: 5120,
    csv: 'aperture [f/]',
    xmp: null,
    table: { place: 4, widthPx: 58, heading: 'f/' },
    initial: 'required',
    logged: ({ settings }) => settings.fNumber,
  }),
  /** `null` when no time was known. */
  shutterSpeedS: maybeNumber({
    label: logText.shutterSpeed,
    unit: 's',
    min: 0.00001,
    max: 360_000,
    csv: 'shutter speed [s]',
    earlierCsv: ['time [s]'],
    xmp: null,
    table: { place: 5, widthPx: 78, heading: logText.speed },
    initial: null,
    logged: ({ shutterSpeedS }) => shutterSpeedS,
  }),
  iso: maybeNumber({
    label: logText.iso,
    unit: '',
    min: 0.1,
    max: 1_000_000,
    csv: 'ISO',
    xmp: null,
    table: { place: 6, widthPx: 58 },
    initial: null,
    logged: ({ settings }) => settings.exposure.iso,
  }),
  focalMm: number({
    label: logText.focalLength,
    unit: 'mm',
    min: 1,
    max: 5000,
    csv: 'focal length [mm]',
    xmp: null,
    table: { place: 19, widthPx: 80, heading: logText.focal },
    initial: 'required',
    logged: ({ settings }) => settings.rig.lens.focalMm,
  }),
  /** From the lens along its axis, m; `null` at infinity. */
  focusM: maybeNumber({
    label: logText.focus,
    unit: 'm',
    min: -FOCUS_FARTHEST_M,
    max: FOCUS_FARTHEST_M,
    csv: 'focus [m]',
    xmp: 'FocusM',
    table: { place: 11, widthPx: 80 },
    initial: null,
    logged: ({ settings }) => settings.focusM,
  }),
  riseMm: number({
    label: logText.rise,
    ...millimetres,
    csv: 'rise [mm]',
    xmp: 'RiseMm',
    table: { place: 7, widthPx: 72 },
    initial: 0,
    logged: ({ at }) => round(at.riseMm),
  }),
  shiftMm: number({
    label: logText.shift,
    ...millimetres,
    csv: 'shift [mm]',
    xmp: 'ShiftMm',
    table: { place: 8, widthPx: 72 },
    initial: 0,
    logged: ({ at }) => round(at.shiftMm),
  }),
  tiltDeg: number({
    label: logText.tilt,
    ...degrees,
    csv: 'tilt [°]',
    xmp: 'TiltDeg',
    table: { place: 9, widthPx: 66 },
    initial: 0,
    logged: ({ settings }) => settings.front.tiltDeg,
  }),
  swingDeg: number({
    label: logText.swing,
    ...degrees,
    csv: 'swing [°]',
    xmp: 'SwingDeg',
    table: { place: 10, widthPx: 70 },
    initial: 0,
    logged: ({ settings }) => settings.front.swingDeg,
  }),
  rearTiltDeg: number({
    label: logText.rearTilt,
    ...degrees,
    csv: 'rear tilt [°]',
    xmp: 'RearTiltDeg',
    table: { place: 20, widthPx: 80 },
    initial: 0,
    logged: ({ settings }) => settings.rear.tiltDeg,
  }),
  rearSwingDeg: number({
    label: logText.rearSwing,
    ...degrees,
    csv: 'rear swing [°]',
    xmp: 'RearSwingDeg',
    table: { place: 21, widthPx: 90 },
    initial: 0,
    logged: ({ settings }) => settings.rear.swingDeg,
  }),
  orientation: choice({
    label: logText.orientation,
    choices: ['landscape', 'portrait'],
    csv: 'orientation',
    xmp: null,
    table: { place: 18, widthPx: 100 },
    initial: 'landscape',
    logged: ({ settings }) => settings.orientation,
  }),
  /** Which frame of how many of a mosaic; `null` for a single picture. */
  frame: maybeNumber({
    label: logText.frameOfTheMosaic,
    ...count,
    max: 1000,
    csv: 'frame',
    xmp: 'Frame',
    table: { place: 2, widthPx: 62, heading: logText.frame },
    initial: null,
    logged: ({ frame }) => (frame === null ? null : frame + 1),
  }),
  frames: maybeNumber({
    label: logText.framesOfTheMosaic,
    ...count,
    max: 1000,
    csv: 'frames',
    xmp: 'Frames',
    table: null,
    initial: null,
    logged: ({ frame, settings }) => (frame === null ? null : (settings.mosaic?.frames.length ?? null)),
  }),
  /** Which exposure of how many of a bracket, and by how much it differs from the metered one, stops. */
  bracket: maybeNumber({
    label: logText.exposureOfTheBracket,
    ...count,
    max: 50,
    csv: 'bracket',
    xmp: 'Bracket',
    table: { place: 3, widthPx: 70, heading: logText.bracket },
    initial: null,
    logged: ({ bracket }) => (bracket === null ? null : bracket + 1),
  }),
  brackets: maybeNumber({
    label: logText.exposuresOfTheBracket,
    ...count,
    max: 50,
    csv: 'brackets',
    xmp: 'Brackets',
    table: null,
    initial: null,
    logged: ({ bracket, brackets }) => (bracket === null ? null : brackets.count),
  }),
  bracketStops: maybeNumber({
    label: logText.offsetFromMetered,
    unit: 'stops',
    min: -20,
    max: 20,
    csv: 'offset from metered [stops]',
    earlierCsv: ['off the metered [stops]'],
    xmp: 'BracketStops',
    table: null,
    initial: null,
    logged: ({ bracket, stops }) => (bracket === null ? null : stops),
  }),
  /** Holder or roll, and the frame on it; how many frames it has. */
  holder: text({
    label: logText.holderOrRoll,
    csv: 'holder or roll',
    xmp: 'Holder',
    table: { place: 12, widthPx: 110 },
    initial: '',
    most: 80,
    logged: ({ film }) => film?.holder ?? '',
  }),
  filmFrame: maybeNumber({
    label: logText.filmFrame,
    ...count,
    max: 1000,
    csv: 'film frame',
    xmp: 'FilmFrame',
    table: { place: 13, widthPx: 74, heading: logText.filmFr },
    initial: null,
    logged: ({ film }) => film?.frame ?? null,
  }),
  filmFrames: maybeNumber({
    label: logText.framesOnRollOrHolder,
    since: 2,
    ...count,
    max: 1000,
    csv: 'film frames',
    xmp: null,
    table: null,
    initial: null,
    logged: ({ film }) => film?.of ?? null,
  }),
  filters: text({
    label: logText.filters,
    csv: 'filters',
    xmp: 'Filters',
    table: { place: 16, widthPx: 140 },
    initial: '',
    most: 400,
    logged: filtersOf,
  }),
  shutter: text({
    label: logText.shutter,
    csv: 'shutter',
    xmp: 'Shutter',
    table: null,
    initial: '',
    most: 80,
    logged: ({ settings }) => SHUTTERS[setupShutter(settings).kind],
  }),
  /** How often the flash was fired; `null` without flash. */
  flashPops: maybeNumber({
    label: logText.flashPops,
    since: 4,
    ...count,
    max: MOST_POPS,
    csv: 'flash pops',
    xmp: 'FlashPops',
    table: null,
    initial: null,
    logged: ({ settings: { exposure } }) => (exposure.flash ? (exposure.flashLight?.pops ?? 1) : null),
  }),
  /** 0 to 5; 0 is not rated. */
  rating: number({
    label: logText.rating,
    unit: '',
    whole: true,
    min: 0,
    max: 5,
    csv: 'rating',
    xmp: null,
    table: { place: 14, widthPx: 70 },
    initial: 0,
    logged: () => 0,
  }),
  remarks: text({
    label: logText.remarks,
    csv: 'remarks',
    xmp: null,
    table: { place: 15, widthPx: 240 },
    initial: '',
    most: 2000,
    logged: () => '',
  }),
  lens: text({
    label: logText.lens,
    csv: 'lens',
    xmp: null,
    table: { place: 22, widthPx: 160 },
    initial: '',
    most: 120,
    logged: ({ settings }) => settings.rig.lens.name,
  }),
  back: text({
    label: logText.bodyBackOrFilm,
    csv: 'body, back or film',
    xmp: null,
    table: { place: 23, widthPx: 150 },
    initial: '',
    most: 120,
    logged: ({ settings }) => settings.rig.back.name,
  }),
  rig: text({
    label: logText.rig,
    csv: 'rig',
    xmp: 'Rig',
    table: { place: 24, widthPx: 200 },
    initial: '',
    most: 120,
    logged: ({ settings }) => settings.rig.name,
  }),
  /** Whether the camera hears from the lens, so that the file knows its aperture. */
  contacts: flag({
    label: logText.contacts,
    csv: 'contacts',
    xmp: null,
    table: null,
    initial: false,
    logged: ({ settings }) => hearsLens(settings),
  }),
} satisfies Readonly<Record<string, ShotField>>;

type Fields = typeof SHOT_FIELDS;
export type ShotKey = keyof Fields;

/** What was set for one exposure, as it was at that moment: the file will not know it. */
export type ShotValues = { readonly [K in ShotKey]: ShotValue<Fields[K]> };

/** A shot as it is kept. */
export interface Shot extends ShotValues {
  readonly id: string;
  readonly setupId: string;
  /** When the shutter was opened, as ISO 8601 in UTC. */
  readonly at: string;
}

/** The fields with their keys, in the order of the catalogue. */
export const SHOT_ENTRIES = Object.entries(SHOT_FIELDS) as readonly (readonly [ShotKey, ShotField])[];

/** What a file says of a lens focused at infinity, for an empty field says that nothing is known. */
export const AT_INFINITY = 'infinity';

/** What a shot has in the fields that a file says nothing of. */
export const SILENT_SHOT: Partial<ShotValues> = Object.fromEntries(
  SHOT_ENTRIES.flatMap(([key, { initial }]) => (initial === 'required' ? [] : [[key, initial]])),
);

/** The version in which shots are written: 3, which gave the fields their present names, or that of the newest field that says it came with a later one. */
export const SHOT_VERSION = Math.max(3, ...SHOT_ENTRIES.map(([, { since = 1 }]) => since));

/** The fields of a shot as it is made. */
export function loggedFields(context: ShotContext): ShotValues {
  // Each field fills itself with a value of its own type.
  return Object.fromEntries(SHOT_ENTRIES.map(([key, field]) => [key, field.logged(context)])) as unknown as ShotValues;
}
