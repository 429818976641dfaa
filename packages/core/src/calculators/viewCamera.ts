import { calculatorsText } from '@gangway/messages/core/calculators';
import { z } from 'zod';
import { CoreError } from '../errors';
import { axisAngles } from '../space/axis';
import { axesWithin, headingOf } from '../space/headed';
import { cameraAxes } from '../space/pose';
import { imageAtRail, overBackAtRail, standing } from '../geometry/viewCamera';
import { calculator } from './calculator';
import * as q from './quantities';

export const viewCamera = calculator({
  name: 'viewCamera',
  title: calculatorsText.viewCamera,
  chapter: 'rig',
  purpose: calculatorsText.whereTheStandardsPutLens,
  formula: calculatorsText.lensAxisPlusR,
  source: calculatorsText.rotationAboutADisplacedAxis,
  limits: calculatorsText.thinLensBothSlidesSquare,
  input: z.strictObject({
    railMm: q.lengthMm(calculatorsText.railFromBackToLens),
    frontBaseMm: q.signedMm(calculatorsText.frontTiltAxisBelow).default(0),
    frontAheadMm: q.signedMm(calculatorsText.lensCentreAheadOfIts).default(0),
    rearBaseMm: q.signedMm(calculatorsText.rearTiltAxisBelow).default(0),
    rearBehindMm: q.signedMm(calculatorsText.filmBehindItsAxis).default(0),
    frontRiseMm: q.signedMm(calculatorsText.frontRise).default(0),
    frontShiftMm: q.signedMm(calculatorsText.frontShiftRight).default(0),
    frontTiltDeg: q.movementDeg(calculatorsText.frontTiltForward).default(0),
    frontSwingDeg: q.movementDeg(calculatorsText.frontSwingRight).default(0),
    rearRiseMm: q.signedMm(calculatorsText.rearRise).default(0),
    rearShiftMm: q.signedMm(calculatorsText.rearShiftRight).default(0),
    rearTiltDeg: q.movementDeg(calculatorsText.rearTiltForward).default(0),
    rearSwingDeg: q.movementDeg(calculatorsText.rearSwingRight).default(0),
    headYawDeg: q.headDeg(calculatorsText.headYawRight).default(0),
    headPitchDeg: q.movementDeg(calculatorsText.headPitchUp).default(0),
    headRollDeg: q.headDeg(calculatorsText.headRollClockwise).default(0),
  }),
  output: z.strictObject({
    imageMm: q.answer('mm', calculatorsText.imageDistanceVAlong),
    riseMm: q.answer('mm', calculatorsText.riseOfTheLensOver),
    shiftMm: q.answer('mm', calculatorsText.shiftOfTheLensOver),
    tiltDeg: q.answer('°', calculatorsText.tiltOfTheLensAgainst),
    swingDeg: q.answer('°', calculatorsText.swingOfTheLensAgainst),
    backYawDeg: q.answer('°', calculatorsText.yawOfTheBack),
    backPitchDeg: q.answer('°', calculatorsText.pitchOfTheBack),
    backRollDeg: q.answer('°', calculatorsText.rollOfTheBack),
  }),
  example: {
    railMm: 150,
    frontBaseMm: 0,
    frontAheadMm: 0,
    rearBaseMm: 0,
    rearBehindMm: 0,
    frontRiseMm: 0,
    frontShiftMm: 0,
    frontTiltDeg: 15,
    frontSwingDeg: 0,
    rearRiseMm: 0,
    rearShiftMm: 0,
    rearTiltDeg: 15,
    rearSwingDeg: 0,
    headYawDeg: 0,
    headPitchDeg: 15,
    headRollDeg: 0,
  },
  run: (given) => {
    const { railMm, headYawDeg, headPitchDeg, headRollDeg } = given;
    const stands = standing(given, {
      front: { tiltDeg: given.frontTiltDeg, swingDeg: given.frontSwingDeg },
      rear: { tiltDeg: given.rearTiltDeg, swingDeg: given.rearSwingDeg },
    });
    const slides = { riseMm: given.frontRiseMm - given.rearRiseMm, shiftMm: given.frontShiftMm - given.rearShiftMm };
    const imageMm = imageAtRail(stands, railMm, slides);
    if (imageMm <= 0) throw new CoreError('lens_behind_back', ['railMm'], calculatorsText.theLensWouldStandBehind);
    const head = cameraAxes({ yawDeg: headYawDeg, pitchDeg: headPitchDeg, rollDeg: headRollDeg });
    const { yawDeg, pitchDeg, rollDeg } = headingOf(axesWithin(head, stands.back));
    const { tiltDeg, swingDeg } = axisAngles(stands.axis);
    return {
      imageMm,
      ...overBackAtRail(stands, railMm, slides),
      tiltDeg,
      swingDeg,
      backYawDeg: yawDeg,
      backPitchDeg: pitchDeg,
      backRollDeg: rollDeg,
    };
  },
});
