import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { degrees } from '../angles';
import { coverageHalfAngle } from '../coverage/circle';
import { cornerAngles } from '../coverage/corner';
import { calculator } from './calculator';
import * as q from './quantities';

export const coverage = calculator({
  name: 'coverage',
  title: calculatorsText.cornerCoverage,
  chapter: 'coverage',
  purpose: calculatorsText.whetherEveryCornerIsInside,
  formula: calculatorsText.cornerAngleBetweenTheLens,
  source: calculatorsText.planeAndSolidGeometryOf,
  limits: calculatorsText.theCircleIsACone,
  input: z.strictObject({
    sensorWidthMm: q.lengthMm(calculatorsText.frameWidth),
    sensorHeightMm: q.lengthMm(calculatorsText.frameHeight),
    circleMm: q.lengthMm(calculatorsText.diameterOfTheCircleAt),
    focalMm: q.lengthMm(calculatorsText.focalLengthF),
    imageMm: q.lengthMm(calculatorsText.imageDistanceV),
    riseMm: q.signedMm(calculatorsText.riseLensUp).default(0),
    shiftMm: q.signedMm(calculatorsText.shiftLensRight).default(0),
    tiltDeg: q.movementDeg(calculatorsText.tiltForward).default(0),
    swingDeg: q.movementDeg(calculatorsText.swingRight).default(0),
  }),
  output: z.strictObject({
    coverageDeg: q.answer('°', calculatorsText.halfAngleOfTheCircle),
    cornerDeg: q.answer('°', calculatorsText.angleOfTheWorstCorner),
    spareDeg: q.answer('°', calculatorsText.whatIsLeft),
    covered: q.yesNo(calculatorsText.whetherAllCornersAreInside),
  }),
  example: {
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    circleMm: 67,
    focalMm: 24,
    imageMm: 24,
    riseMm: 11,
    shiftMm: 0,
    tiltDeg: 0,
    swingDeg: 0,
  },
  run: ({ sensorWidthMm, sensorHeightMm, circleMm, focalMm, imageMm, ...movements }) => {
    const half = coverageHalfAngle(circleMm, focalMm);
    const angles = cornerAngles({ widthMm: sensorWidthMm, heightMm: sensorHeightMm }, imageMm, movements).map(({ angle }) => angle);
    const worst = Math.max(...angles);
    // A corner on the line counts as covered, but for the last bits of floating point.
    return { coverageDeg: degrees(half), cornerDeg: degrees(worst), spareDeg: degrees(half - worst), covered: worst <= half * (1 + 1e-12) };
  },
});
