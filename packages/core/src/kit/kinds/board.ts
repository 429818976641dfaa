import { number, joint } from '../figure';
import { defineKind } from '../kind';
import { MOUNT } from './shared';

/** A lens board. */
export const board = defineKind({
  title: 'Lens board',
  plural: 'Lens boards',
  figures: {
    boardMount: joint(MOUNT, 'Board of'),
    hole: joint(MOUNT, 'Lens hole or shutter size', {
      how: 'The shutter size, such as “shutter 1”, or a mount.',
      earlierLabels: ['Holds'],
    }),
    offsetMm: number({
      group: MOUNT,
      label: 'Raised (+) or recessed (−) by',
      unit: 'mm',
      min: -200,
      max: 400,
      how: 'From the plane of a flat board to the plane that the lens sits on.',
    }),
  },
  joints: { behind: 'boardMount', before: 'hole' },
  listed: ['boardMount', 'hole', 'offsetMm'],
  contradictions: () => [],
});
