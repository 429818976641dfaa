import type { Rig } from '@gangway/core/rig/rig';
import type { StandSettings } from '@gangway/core/stand/settings';

/** Small format with a shift wide: one slide that rotates, circles measured at three apertures. */
export const SMALL_FORMAT_RIG: Rig = {
  name: 'Small body with 24 mm shift wide',
  lens: {
    name: '24 mm shift wide',
    focalMm: 24,
    widestFNumber: 3.5,
    smallestFNumber: 22,
    stopStep: 'third',
    circle: {
      lightMm: 67.2,
      definition: [
        { fNumber: 3.5, diameterMm: 53 },
        { fNumber: 5.6, diameterMm: 57 },
        { fNumber: 8, diameterMm: 61 },
        { fNumber: 11, diameterMm: 64 },
        { fNumber: 16, diameterMm: 65.5 },
      ],
    },
  },
  back: { name: '36 × 24 body', widthMm: 36, heightMm: 24, columnsPx: 8256, rowsPx: 5504 },
  mechanism: { kind: 'disc', radiusMm: 12 },
};

/** A 44 × 33 back behind a field wide: rise, fall and shift on slides of their own. */
export const FIELD_RIG: Rig = {
  name: '44 × 33 back with 90 mm field wide',
  lens: {
    name: '90 mm field wide',
    focalMm: 90,
    widestFNumber: 6.8,
    smallestFNumber: 45,
    stopStep: 'half',
    circle: {
      lightMm: 180,
      definition: [
        { fNumber: 8, diameterMm: 108 },
        { fNumber: 11, diameterMm: 126 },
        { fNumber: 16, diameterMm: 144 },
        { fNumber: 22, diameterMm: 154 },
      ],
    },
  },
  back: { name: '44 × 33 back', widthMm: 43.8, heightMm: 32.9, columnsPx: 11648, rowsPx: 8736 },
  mechanism: { kind: 'box', riseMm: 40, fallMm: 25, leftMm: 20, rightMm: 20 },
};

/** Rigs to start a stand from. */
export const STARTER_RIGS: readonly Rig[] = [SMALL_FORMAT_RIG, FIELD_RIG];

/** A stand with nothing moved yet: landscape, centred, the middle of the aperture ring, infinity. */
export function centredStand(rig: Rig): StandSettings {
  const { widestFNumber, smallestFNumber } = rig.lens;
  const fNumber = widestFNumber <= 8 && smallestFNumber >= 8 ? 8 : widestFNumber;
  return { rig, orientation: 'landscape', movements: { riseMm: 0, shiftMm: 0 }, fNumber, focusM: null };
}

export const DEMO_JOB_NAME = 'Larkmoor Ropeworks';

/** The demo job: the hydraulic tower, 31 m high, from a lane 24 m wide, with two rigs. */
export const DEMO_STANDS: readonly { readonly name: string; readonly settings: StandSettings }[] = [
  {
    name: 'Hydraulic tower, small format',
    settings: {
      rig: SMALL_FORMAT_RIG,
      orientation: 'portrait',
      movements: { riseMm: 11, shiftMm: 0 },
      fNumber: 8,
      focusM: 24,
    },
  },
  {
    name: 'Hydraulic tower, 44 × 33 back',
    settings: {
      rig: FIELD_RIG,
      orientation: 'portrait',
      movements: { riseMm: 32, shiftMm: 3 },
      fNumber: 11,
      focusM: 24,
    },
  },
];
