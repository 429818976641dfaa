import { number, choice, joint } from '../figure';
import { inOrder } from '../contradictions';
import { defineKind } from '../kind';
import { MOUNT, BELLOWS, front, rear } from './shared';

/** A view camera or rail. */
export const camera = defineKind({
  title: 'View camera or rail',
  plural: 'View cameras and rails',
  figures: {
    boardMount: joint(MOUNT, 'Board mount', { earlierLabels: ['Takes boards of'] }),
    backMount: joint(MOUNT, 'Mount for backs', { earlierLabels: ['Takes backs with the mount'] }),
    bellowsMinMm: number({
      group: BELLOWS,
      label: 'Shortest bellows, board to back',
      unit: 'mm',
      min: 1,
      max: 3000,
      how: 'Push the standards together as far as they go without force; from the front of a flat board to the film or the rear mount.',
    }),
    bellowsMaxMm: number({
      group: BELLOWS,
      label: 'Longest bellows, board to back',
      unit: 'mm',
      min: 1,
      max: 3000,
      how: 'Draw the standards apart until the bellows are just not tight.',
    }),
    bagMinMm: number({ group: BELLOWS, label: 'Shortest with bag bellows', unit: 'mm', min: 1, max: 3000 }),
    bagMaxMm: number({ group: BELLOWS, label: 'Longest with bag bellows', unit: 'mm', min: 1, max: 3000 }),
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
    baseBelowMm: number({
      group: 'Front standard',
      label: 'Base below the lens axis',
      unit: 'mm',
      min: 0,
      max: 500,
      when: { figure: 'tiltAxis', is: ['base'] },
    }),
  },
  joints: { behind: 'backMount', before: 'boardMount' },
  listed: ['boardMount', 'backMount', 'bellowsMinMm', 'bellowsMaxMm', 'frontRiseMm'],
  contradictions: ({ bellowsMinMm, bellowsMaxMm, bagMinMm, bagMaxMm }) => [
    ...inOrder([bellowsMinMm, bellowsMaxMm], 'bellowsMaxMm', 'The longest bellows must be at least as long as the shortest'),
    ...inOrder([bagMinMm, bagMaxMm], 'bagMaxMm', 'The longest bag bellows must be at least as long as the shortest'),
  ],
});
