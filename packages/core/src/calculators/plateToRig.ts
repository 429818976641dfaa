import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';
import { CoreError } from '../errors';
import type { PlateProjection } from '../plate/pixel';
import { plateToRig as seenBy } from '../plate/throughRig';
import { calculator } from './calculator';
import * as q from './quantities';

interface Plate {
  readonly projection: PlateProjection['kind'];
  readonly widthPx: number;
  readonly heightPx: number;
  readonly focalPx: number | null;
}

function plateOf({ projection, widthPx, heightPx, focalPx }: Plate): PlateProjection {
  if (projection === 'sphere') {
    if (focalPx !== null) throw new CoreError('not_null', ['focalPx'], plateText.sphereHasNoFocal);
    return { kind: 'sphere', widthPx, heightPx };
  }
  if (focalPx === null) throw new CoreError('required', ['focalPx'], plateText.flatNeedsFocal);
  return { kind: 'flat', widthPx, heightPx, focalPx };
}

export const plateToRig = calculator({
  name: 'plateToRig',
  title: plateText.toRig,
  chapter: 'survey',
  purpose: plateText.toRigPurpose,
  formula: plateText.toRigFormula,
  source: plateText.toRigSource,
  limits: plateText.toRigLimits,
  input: z.strictObject({
    projection: q.oneOf(['flat', 'sphere'], plateText.projection),
    widthPx: q.pixels(plateText.widthPx),
    heightPx: q.pixels(plateText.heightPx),
    focalPx: q.pixels(plateText.focalPx).nullable().meta({ unit: 'px', description: plateText.focalPxSphere }),
    pointPx: q.pixel(plateText.point),
    plateYawDeg: q.headDeg(plateText.plateYaw),
    platePitchDeg: q.movementDeg(plateText.platePitch),
    plateRollDeg: q.headDeg(plateText.plateRoll),
    yawDeg: q.headDeg(plateText.yaw),
    pitchDeg: q.movementDeg(plateText.rigPitch),
    rollDeg: q.headDeg(plateText.rigRoll),
    imageMm: q.lengthMm(plateText.imageMm),
    riseMm: q.signedMm(plateText.rise),
    shiftMm: q.signedMm(plateText.shift),
  }),
  output: z.strictObject({
    xMm: q.answerOrNull('mm', plateText.x),
    yMm: q.answerOrNull('mm', plateText.y),
  }),
  example: {
    projection: 'flat',
    widthPx: 4032,
    heightPx: 3024,
    focalPx: 2912,
    pointPx: [2016, 400],
    plateYawDeg: 0,
    platePitchDeg: 4,
    plateRollDeg: -1,
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    imageMm: 24,
    riseMm: 11,
    shiftMm: 0,
  },
  run: (given) => {
    const { pointPx, plateYawDeg, platePitchDeg, plateRollDeg, yawDeg, pitchDeg, rollDeg, imageMm, riseMm, shiftMm } = given;
    const held = { yawDeg: plateYawDeg, pitchDeg: platePitchDeg, rollDeg: plateRollDeg };
    const on = seenBy(plateOf(given), held, { turned: { yawDeg, pitchDeg, rollDeg }, imageMm, riseMm, shiftMm }, pointPx);
    return { xMm: on?.[0] ?? null, yMm: on?.[1] ?? null };
  },
});
