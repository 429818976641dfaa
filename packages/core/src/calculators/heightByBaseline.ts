import { z } from 'zod';
import { heightByBaseline as run } from '../survey/height';
import { calculator } from './calculator';
import * as q from './quantities';

export const heightByBaseline = calculator({
  name: 'heightByBaseline',
  title: 'Height by two angles',
  chapter: 'survey',
  purpose: 'How high and how far off something is whose foot cannot be reached, from the angles up to its top at two places.',
  formula: 'H = c + b·tan α·tan β/(tan β − tan α), D = b·tan α/(tan β − tan α)',
  source: 'Plane trigonometry; JCGM 100:2008, section 5.1',
  limits: 'Both places level and in line with the foot.',
  input: z.strictObject({
    baselineM: q.distanceM('baseline b between the two places'),
    farDeg: q.movementDeg('angle α at the farther place'),
    nearDeg: q.movementDeg('angle β at the nearer place'),
    eyeM: q.signedM('height c of the eye or lens'),
    baselineErrorM: q.notNegativeM('uncertainty of the baseline'),
    angleErrorDeg: q.notNegativeDeg('uncertainty of each angle'),
  }),
  output: z.strictObject({
    heightM: q.answer('m', 'height above the ground'),
    uncertaintyM: q.answer('m', 'its standard uncertainty'),
    distanceM: q.answer('m', 'distance from the nearer place to the foot'),
  }),
  example: { baselineM: 20, farDeg: 33.8, nearDeg: 50.8, eyeM: 1.6, baselineErrorM: 0.1, angleErrorDeg: 0.5 },
  run: ({ baselineM, farDeg, nearDeg, eyeM, baselineErrorM, angleErrorDeg }) =>
    run({ baselineM, farDeg, nearDeg, eyeM, baselineErrorM, angleErrorDeg }),
});
