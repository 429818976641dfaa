import { number, choice, joint } from '../figure';
import { inOrder } from '../contradictions';
import { defineKind } from '../kind';
import { MOUNT, BELLOWS, front, rear } from './shared';

/** A view camera or rail. */
export const camera = defineKind({
  title: 'View camera or rail',
  plural: 'View cameras and rails',
  figures: {
    boardMount: joint(MOUNT, 'Takes boards of'),
    backMount: joint(MOUNT, 'Takes backs with the mount'),
    bellowsMinMm: number(BELLOWS, 'Shortest bellows, board to back', 'mm', 1, 3000, {
      how: 'Push the standards together as far as they go without force; from the front of a flat board to the film or the rear mount.',
    }),
    bellowsMaxMm: number(BELLOWS, 'Longest bellows, board to back', 'mm', 1, 3000, {
      how: 'Draw the standards apart until the bellows are just not tight.',
    }),
    bagMinMm: number(BELLOWS, 'Shortest with bag bellows', 'mm', 1, 3000),
    bagMaxMm: number(BELLOWS, 'Longest with bag bellows', 'mm', 1, 3000),
    frontRiseMm: front.rise,
    frontFallMm: front.fall,
    frontShiftMm: front.shift,
    frontTiltDeg: front.tilt,
    frontSwingDeg: front.swing,
    rearRiseMm: rear.rise,
    rearFallMm: rear.fall,
    rearShiftMm: rear.shift,
    rearTiltDeg: rear.tilt,
    rearSwingDeg: rear.swing,
    tiltAxis: choice('Front standard', 'Tilts about', { axis: 'the lens axis', base: 'the base of the standard' }),
    baseBelowMm: number('Front standard', 'Base below the lens axis', 'mm', 0, 500, { when: { figure: 'tiltAxis', is: ['base'] } }),
  },
  joints: { behind: 'backMount', before: 'boardMount' },
  listed: ['boardMount', 'backMount', 'bellowsMinMm', 'bellowsMaxMm', 'frontRiseMm'],
  contradictions: ({ bellowsMinMm, bellowsMaxMm, bagMinMm, bagMaxMm }) => [
    ...inOrder([bellowsMinMm, bellowsMaxMm], 'bellowsMaxMm', 'The longest bellows must be at least as long as the shortest'),
    ...inOrder([bagMinMm, bagMaxMm], 'bagMaxMm', 'The longest bag bellows must be at least as long as the shortest'),
  ],
});
