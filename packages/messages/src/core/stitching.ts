import { catalogue } from '../catalogue';

export const stitchingText = catalogue({
  overlapIsItMustBe: 'overlap is {least}; it must be from 0 to less than 0.9.',
  fourQuarterTurns: 'four quarter turns',
  framesOfBothOrientations:
    '{length} frames, {kept} in {orientation, select, landscape {landscape} other {portrait}} and {turned} in {orientation, select, landscape {portrait} other {landscape}}',
  frameIn:
    '{columns} × {rows} = {length} {length, plural, one {frame} other {frames}} in {orientation, select, landscape {landscape} other {portrait}}',
});
