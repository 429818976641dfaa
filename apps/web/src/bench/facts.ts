import { apertureScale } from '@gangway/core/coverage/apertures';
import { contour, oneWayLimitMm, shiftLimitMm } from '@gangway/core/coverage/shiftLimit';
import { shiftScale } from '@gangway/core/coverage/shiftScale';
import { circleMargin, lightCircle, sharpCircle, standFrame } from '@gangway/core/coverage/standCoverage';
import { findings } from '@gangway/core/findings/findings';
import { travelOf, type Mechanism, type Travel } from '@gangway/core/rig/mechanism';
import type { StandSettings } from '@gangway/core/stand/settings';
import { createSelector } from '@reduxjs/toolkit';

// What follows from a stand, each remembered until what it depends on changes.
// A drag changes only the movements, so the circles, the contour and the shift
// scale are not computed again while the frame goes about.

const rig = (settings: StandSettings) => settings.rig;
const orientation = (settings: StandSettings) => settings.orientation;
const fNumber = (settings: StandSettings) => settings.fNumber;
const focusM = (settings: StandSettings) => settings.focusM;
const movements = (settings: StandSettings) => settings.movements;

const STILL = { riseMm: 0, shiftMm: 0 };

/** The settings with nothing moved: what circles, contour and shift scale depend on. */
const unmoved = createSelector(
  [rig, orientation, fNumber, focusM],
  (rig, orientation, fNumber, focusM): StandSettings => ({ rig, orientation, fNumber, focusM, movements: STILL, scene: null }),
);

const unmovedAnyAperture = createSelector(
  [rig, orientation, focusM],
  (rig, orientation, focusM): StandSettings => ({ rig, orientation, focusM, fNumber: rig.lens.widestFNumber, movements: STILL, scene: null }),
);

/** The circles of a stand: light, sharp at the aperture set, sharp at each figure given. */
export const circlesOf = createSelector([unmoved], (settings) => ({
  light: lightCircle(settings),
  sharp: sharpCircle(settings),
  given: settings.rig.lens.circle.definition
    .map(({ fNumber }) => sharpCircle(settings, fNumber))
    .filter((circle) => circle !== null),
}));

export const contourOf = createSelector([unmoved], (settings) => {
  const sharp = sharpCircle(settings);
  return sharp ? contour(standFrame(settings), sharp.diameterMm) : new Float64Array(0);
});

export const shiftScaleOf = createSelector([unmoved], shiftScale);
export const findingsOf = createSelector([(settings: StandSettings) => settings], findings);
export const frameOf = createSelector([unmovedAnyAperture], standFrame);

const ringOf = createSelector([rig], ({ lens }) => apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep));

/** What the aperture ring can be set to, and at which of it the frame as it stands is covered. */
export const apertureRingOf = createSelector([unmovedAnyAperture, ringOf, movements], (settings, ring, at) => {
  const holds = ring.map((n) => {
    const circle = sharpCircle(settings, n);
    return circle && circleMargin(standFrame(settings), circle.diameterMm, at).valueMm >= 0;
  });
  return { ring, holds };
});

/** Where the sharp circle ends one movement while the other stays; `null` when nowhere inside or not known. */
export function opticalEnds(settings: StandSettings, control: 'rise' | 'shift'): Travel | null {
  const { sharp } = circlesOf(settings);
  if (!sharp) return null;
  const other = control === 'rise' ? settings.movements.shiftMm : settings.movements.riseMm;
  const limit = oneWayLimitMm(frameOf(settings), sharp.diameterMm, control, other);
  return limit === null ? null : { minMm: -limit, maxMm: limit };
}

/** Where the sharp circle ends a locked slide, along it; `null` when the frame does not fit or nothing is known. */
export function slideEnds(settings: StandSettings): Travel | null {
  const { mechanism } = settings.rig;
  const { sharp } = circlesOf(settings);
  if (!sharp || mechanism.kind !== 'line') return null;
  const limit = shiftLimitMm(frameOf(settings), sharp.diameterMm, mechanism.angleDeg);
  return limit === null ? null : { minMm: -limit, maxMm: limit };
}

/** A ruler for a mechanism whose travel is not known, mm to either side. */
const RULER_UNKNOWN_MM = 30;

/** What is engraved for one movement: the most that the mechanism ever allows it. */
export function rulerOf(mechanism: Mechanism, control: 'rise' | 'shift'): Travel {
  const most = travelOf(mechanism, control, STILL);
  return most ?? { minMm: -RULER_UNKNOWN_MM, maxMm: RULER_UNKNOWN_MM };
}
