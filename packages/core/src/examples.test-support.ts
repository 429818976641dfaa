import { BLANK_PLATE } from './plate/blankPlate';
import type { Aberrations } from './aberrations/aberrations';
import { freshGeometry } from './geometry/geometry';
import { FIRST_MOSAIC } from './mosaic/mosaic';
import { slidesOf } from './mosaic/slides';
import { assembled } from './rig/assembled';
import { body, lens, mounted } from './rig/parts.test-support';
import { EMPTY_PLAN } from './rig/parts';
import type { Rig } from './model/rig';
import type { SetupSettings } from './model/setup';
import { FIRST_EXPOSURE } from './setup/defaults';
import type { PixelValues } from './lensTests/flatFrame';
import type { Plate } from './model/plate';
import { frontScene, setup } from './setup/fixtures.test-support';

// What the examples in the comments of the core are written with: one setup of
// each kind, made of plain parts, so that an example fits on a line.

/** A 35 mm lens with 14 mm of travel each way and 8° of tilt, on a 36 × 24 mm body. */
export const parts = mounted({
  back: body({ columnsPx: 8256, rowsPx: 5504 }),
  lens: lens({
    focalMm: 35,
    widestFNumber: 4,
    smallestFNumber: 22,
    imageCircleMm: 90,
    sharpCircles: [
      { fNumber: 8, diameterMm: 66, evidence: 'measured' },
      { fNumber: 11, diameterMm: 72, evidence: 'measured' },
    ],
    slides: 'box',
    riseMm: 14,
    fallMm: 14,
    leftMm: 14,
    rightMm: 14,
    tilts: 'both',
    tiltDeg: 8,
    tiltLock: 'free',
  }),
});

function built(): Rig {
  const found = assembled({ name: '36 × 24 body with a 35 mm shift', rigId: null, parts });
  if (!found.known) throw new Error('the rig of the examples lacks a value');
  return found.value;
}
export const rig = built();

/** A front seen level and square from 24 m, with 8 mm of rise at f/8, and its wall pinned. */
export const front: SetupSettings = setup({
  rig,
  movements: { riseMm: 8, shiftMm: 0 },
  focusM: 24,
  scene: { ...frontScene(24, 1.6), watched: [4, 3, 0] },
  exposure: { ...FIRST_EXPOSURE, meter: { kind: 'ev', ev: 12, iso: 100 } },
  pins: [{ id: 'wall', name: 'the wall', role: 'sharp', weight: 1, place: { kind: 'thing', thing: 'wall' } }],
});
export const frontGeometry = freshGeometry(front);

/** The same lens tilted 2° forward and swung 1°, focused at 5 m. */
export const tiltedGeometry = freshGeometry({ ...front, front: { tiltDeg: 2, swingDeg: 1 }, focusM: 5 });

/** A level photograph of a front 20 m ahead, as it is stored. */
export const quayPlate: Plate = {
  ...BLANK_PLATE,
  pictureId: '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f',
  name: 'quay.jpg',
  widthPx: 400,
  heightPx: 300,
  equivalentMm: 26,
  uprights: [
    [100, 50, 100, 250],
    [300, 50, 300, 250],
  ],
  cameraHeightDoubtM: 0.02,
};

/** The front in three overlapping frames side by side. */
export const mosaicGeometry = freshGeometry({
  ...front,
  fNumber: 11,
  movements: { riseMm: 0, shiftMm: 0 },
  mosaic: { ...FIRST_MOSAIC, frames: [-12, 0, 12].map((shiftMm) => ({ riseMm: 0, shiftMm, turned: false })) },
});

export const slides = slidesOf(rig);
export const items = new Map([parts.back, parts.lens].map((item) => [item.id, item]));
export const plan = { ...EMPTY_PLAN, backId: parts.back.id, lensId: parts.lens.id };

/** A picture of a slow wave, `x` px to the right of where it is first. */
export const wave = (x = 0) => ({
  width: 64,
  height: 64,
  data: Float32Array.from({ length: 64 * 64 }, (_, i) => {
    const [column, row] = [(i % 64) + x, Math.floor(i / 64)];
    return 0.5 + 0.2 * Math.sin(column / 3) + 0.2 * Math.cos(row / 4 + column / 9);
  }),
});

/** The camera of the front, as the Finder draws it. */
export const camera = {
  focalMm: rig.lens.focalMm,
  imageMm: frontGeometry.imageMm,
  movements: { ...front.movements, tiltDeg: 0, swingDeg: 0 },
  frame: frontGeometry.frame,
  nearM: 0.1,
  farM: 1000,
};

/** A sensor of 8 bits without noise, for one pixel in the middle of the frame. */
export const sensor = {
  bits: 8 as const,
  gain: 1,
  leftMm: 0,
  topMm: 0,
  pitchMm: 0.005,
  imageMm: 35,
  axis: [0, 0, 1] as const,
  lightAngle: null,
  random: null,
};

/** A lens of which no aberration is known. */
export const NONE: Aberrations = {
  heightsMm: [],
  sagittalSagMm: null,
  tangentialSagMm: null,
  distortion: null,
  falloff: null,
  focusShift: null,
  extraGlassMm: 0,
};

/** An edge 5° from upright, blurred over about two pixels. */
export const slantedEdge: readonly (readonly number[])[] = Array.from({ length: 24 }, (_, y) =>
  Array.from({ length: 24 }, (__, x) => 0.1 + 0.7 / (1 + Math.exp(-2 * (x - 12.3 + Math.tan(Math.PI / 36) * (y - 11.5))))),
);

/** The same edge as the pixels of a picture. */
export const slantedEdgePart: PixelValues = {
  widthPx: 24,
  heightPx: 24,
  values: Float32Array.from(slantedEdge.flatMap((row) => row.flatMap((value) => [value, value, value]))),
  light: null,
};
