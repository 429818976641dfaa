import { number, joint } from '../figure';
import { defineKind } from '../kind';
import { MOUNT, CIRCLE, contacts } from './shared';

/** A reducer or converter. */
export const converter = defineKind({
  title: 'Reducer or converter',
  plural: 'Reducers and converters',
  figures: {
    factor: number({
      group: 'Converter',
      label: 'Factor',
      unit: '×',
      min: 0.1,
      max: 10,
      how: 'It is engraved: below 1 reduces, above 1 extends.',
    }),
    lensMount: joint(MOUNT, 'Lens-side mount', { earlierLabels: ['Takes in front'] }),
    lensRegisterMm: number({
      group: MOUNT,
      label: 'Flange distance, lens side',
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount in front'],
    }),
    bodyMount: joint(MOUNT, 'Camera-side mount', { earlierLabels: ['Fits behind on'] }),
    bodyRegisterMm: number({
      group: MOUNT,
      label: 'Flange distance, camera side',
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount behind'],
    }),
    clearCircleMm: number({
      group: CIRCLE,
      label: 'Largest circle it passes, on the sensor',
      unit: 'mm',
      min: 1,
      max: 500,
      how: 'Photograph an even wall through a lens with a far larger circle, at f/8.',
    }),
    contacts,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  listed: ['factor', 'lensMount', 'bodyMount', 'contacts'],
  contradictions: () => [],
});
