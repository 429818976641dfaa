import { z } from 'zod';
import { bellowsReach } from '../rig/bellows';
import { calculator } from './calculator';
import * as q from './quantities';

export const bellows = calculator({
  name: 'bellows',
  title: 'Bellows and boards',
  chapter: 'rig',
  purpose: 'Whether bellows and board reach a focus, infinity, and how near.',
  formula: 'separation = flange focal length + f·m − board offset',
  source: 'The lens equation with the flange as the mark',
  limits: 'Board offset + for a raised board, − for a recessed one.',
  input: z.strictObject({
    focalMm: q.lengthMm('focal length f'),
    flangeFocalMm: q.lengthMm('flange focal length, from board to film at infinity'),
    distanceM: q
      .distanceM('subject distance')
      .nullable()
      .meta({ unit: 'm', description: 'subject distance from the lens, null for infinity' }),
    boardOffsetMm: q.signedMm('board, raised +, recessed −'),
    bellowsMinMm: q.lengthMm('shortest bellows'),
    bellowsMaxMm: q.lengthMm('longest bellows'),
  }),
  output: z.strictObject({
    separationMm: q.answer('mm', 'how far apart the standards stand'),
    fits: q.yesNo('whether the bellows reach that'),
    infinity: q.yesNo('whether infinity is reached'),
    closestM: q.answerOrNull('m', 'nearest focus at the longest bellows, null when there is none'),
  }),
  example: { focalMm: 90, flangeFocalMm: 98, distanceM: 3, boardOffsetMm: -15, bellowsMinMm: 70, bellowsMaxMm: 300 },
  run: ({ focalMm, flangeFocalMm, distanceM, boardOffsetMm, bellowsMinMm, bellowsMaxMm }) =>
    bellowsReach({ focalMm, flangeFocalMm, distanceM, boardOffsetMm, bellowsMinMm, bellowsMaxMm }),
});
