import { number, joint } from '../figure';
import { defineKind } from '../kind';
import { MOUNT, CIRCLE, contacts } from './shared';

/** A reducer or converter. */
export const converter = defineKind({
  title: 'Reducer or converter',
  plural: 'Reducers and converters',
  figures: {
    factor: number('Converter', 'Factor', '×', 0.1, 10, { how: 'It is engraved: below 1 reduces, above 1 extends.' }),
    lensMount: joint(MOUNT, 'Takes in front'),
    lensRegisterMm: number(MOUNT, 'Register of the mount in front', 'mm', 0, 300),
    bodyMount: joint(MOUNT, 'Fits behind on'),
    bodyRegisterMm: number(MOUNT, 'Register of the mount behind', 'mm', 0, 300),
    clearCircleMm: number(CIRCLE, 'Largest circle it passes, on the sensor', 'mm', 1, 500, {
      how: 'Photograph an even wall through a lens with a far larger circle, at f/8.',
    }),
    contacts,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  listed: ['factor', 'lensMount', 'bodyMount', 'contacts'],
  contradictions: () => [],
});
