import { geometryOf } from '@gangway/core/geometry/geometry';
import {
  sharpCircleAt,
  onSlides,
  setupAlong,
  setupCone,
  setupContour,
  setupMargin,
  setupOneWay,
  type CircleOnBack,
} from '@gangway/core/geometry/circles';
import { apertureScale } from '@gangway/core/coverage/apertures';
import { shiftScale } from '@gangway/core/planning/shiftScale';
import { coneOutline } from '@gangway/core/coverage/cone';
import { travelOf, type Travel } from '@gangway/core/rig/mechanism';
import { createSelector } from '@reduxjs/toolkit';
import type { Mechanism } from '@gangway/core/model/movements';
import type { SetupSettings } from '@gangway/core/model/setup';
import { PLAIN_SETTINGS } from '@gangway/core/setup/defaults';

// What follows from a setup, each remembered until what it depends on changes.
// A drag changes only the movements, so the circles, the contour and the shift
// scale are not computed again while the frame goes about.

const rig = (settings: SetupSettings) => settings.rig;
const orientation = (settings: SetupSettings) => settings.orientation;
const fNumber = (settings: SetupSettings) => settings.fNumber;
const crop = (settings: SetupSettings) => settings.crop;
const front = (settings: SetupSettings) => settings.front;
const rear = (settings: SetupSettings) => settings.rear;
const focusM = (settings: SetupSettings) => settings.focusM;
const movements = (settings: SetupSettings) => settings.movements;

const STILL = { riseMm: 0, shiftMm: 0 };

/** Everything but where the slides stand and what is before the camera. */
const still = createSelector([rig, orientation, focusM, crop, front, rear], (...[rig, orientation, focusM, crop, front, rear]) => ({
  ...PLAIN_SETTINGS,
  rig,
  orientation,
  focusM,
  crop,
  front,
  rear,
  movements: STILL,
}));

/** The settings with nothing moved: what circles, contour and shift scale depend on. */
const unmoved = createSelector([still, fNumber], (still, fNumber) => geometryOf({ ...still, fNumber }));

const unmovedAnyAperture = createSelector([still], (still) => geometryOf({ ...still, fNumber: still.rig.lens.widestFNumber }));

/** The circles of a setup: light, sharp at the aperture set, sharp at each value given; on a turned back with their outline there, x, y pairs in mm. */
export const circlesOf = createSelector([unmoved], (geometry) => {
  const drawn = <C extends CircleOnBack>(circle: C): C & { readonly outline: Float64Array | null } => ({
    ...circle,
    outline: geometry.turned ? onSlides(geometry, coneOutline(setupCone(geometry, circle))) : null,
  });
  const { imageCircle: light, sharpCircle: sharp } = geometry;
  return {
    light: light && drawn(light),
    sharp: sharp && drawn(sharp),
    given: geometry.settings.rig.lens.circle.sharpCircles
      .map(({ fNumber }) => sharpCircleAt(geometry, fNumber))
      .filter((circle) => circle !== null)
      .map(drawn),
  };
});

export const contourOf = createSelector([unmoved], (geometry) => {
  const { sharpCircle } = geometry;
  return sharpCircle ? setupContour(geometry, sharpCircle) : new Float64Array(0);
});

export const shiftScaleOf = createSelector([unmoved], shiftScale);
export const frameOf = createSelector([unmovedAnyAperture], ({ frame }) => frame);
/** The whole frame, of which a crop keeps a part. */
export const wholeFrameOf = createSelector([unmovedAnyAperture], ({ wholeFrame }) => wholeFrame);

const ringOf = createSelector([rig], ({ lens }) => apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep));

/** What the aperture ring can be set to, and at which of it the frame as it stands is covered. */
export const apertureRingOf = createSelector([unmovedAnyAperture, ringOf, movements], (geometry, ring, at) => {
  const here = geometryOf({ ...geometry.settings, movements: at });
  const holds = ring.map((n) => {
    const circle = sharpCircleAt(geometry, n);
    return circle && setupMargin(here, circle).valueMm >= 0;
  });
  return { ring, holds };
});

/** Where the sharp circle ends one movement while the other stays; `null` when nowhere inside or not known. */
export function opticalEnds(settings: SetupSettings, control: 'rise' | 'shift'): Travel | null {
  const { sharp } = circlesOf(settings);
  if (!sharp) return null;
  const stretch = setupOneWay(geometryOf(settings), sharp, control);
  return stretch && { minMm: stretch.fromMm, maxMm: stretch.toMm };
}

/** Where the sharp circle ends a locked slide, along it; `null` when the frame does not fit or nothing is known. */
export function slideEnds(settings: SetupSettings): Travel | null {
  const { mechanism } = settings.rig;
  const { sharp } = circlesOf(settings);
  if (!sharp || mechanism.kind !== 'line') return null;
  const stretch = setupAlong(geometryOf(settings), sharp, mechanism.angleDeg);
  return stretch && { minMm: stretch.fromMm, maxMm: stretch.toMm };
}

/** A ruler for a mechanism whose travel is not known, mm to either side. */
const RULER_UNKNOWN_MM = 30;

/** What is engraved for one movement: the most that the mechanism ever allows it. */
export function rulerOf(mechanism: Mechanism, control: 'rise' | 'shift'): Travel {
  const most = travelOf(mechanism, control, STILL);
  return most ?? { minMm: -RULER_UNKNOWN_MM, maxMm: RULER_UNKNOWN_MM };
}
