import { fixedNumber } from '@gangway/messages/number';
import { perspectiveText } from '@gangway/messages/core/perspective';
import { say } from '@gangway/messages/say';
import { degrees, radians } from '../angles';
import { CoreError, requireFinite, requirePositive } from '../errors';

/** The stretch of a small thing at a place of the picture, before and after the camera is turned in and shifted back. */
export interface TurnIn {
  readonly elongationBefore: number;
  readonly elongationAfter: number;
  /** The shift that keeps the centre of the picture where it was, mm. */
  readonly shiftMm: number;
  /** Where the thing is then, mm from the centre of the frame. */
  readonly pointAfterMm: number;
}

/**
 * Turning the camera by ψ (degrees, right +) and shifting back to
 * v·tan(atan(s/v) − ψ) keeps the centre. A small sphere at angle θ off the
 * back's normal is drawn 1/cos θ times as long as wide; θ falls by ψ.
 * Throws `turned_away` when the thing or the centre leaves the half-space in front.
 * Source: central projection of a sphere.
 */
export function turnIn(imageMm: number, shiftMm: number, pointMm: number, yawDeg: number): TurnIn {
  const v = requirePositive('imageMm', imageMm);
  requireFinite('shiftMm', shiftMm);
  requireFinite('pointMm', pointMm);
  const yaw = radians(requireFinite('yawDeg', yawDeg));
  const before = Math.atan((pointMm + shiftMm) / v);
  const after = before - yaw;
  const centre = Math.atan(shiftMm / v) - yaw;
  if (Math.abs(after) >= Math.PI / 2 - 1e-9 || Math.abs(centre) >= Math.PI / 2 - 1e-9) {
    throw new CoreError(
      'turned_away',
      ['yawDeg'],
      say(perspectiveText.yawdegIsTurnedSoFar, { yawDeg, before: fixedNumber(90 - degrees(Math.abs(before)), 1) }),
    );
  }
  const newShift = v * Math.tan(centre);
  return {
    elongationBefore: 1 / Math.cos(before),
    elongationAfter: 1 / Math.cos(after),
    shiftMm: newShift,
    pointAfterMm: v * Math.tan(after) - newShift,
  };
}
