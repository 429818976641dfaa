import { number, choice, joint } from '../figure';
import { defineKind } from '../kind';
import { FRAME, MOUNT, frame } from './shared';

/** Film with its holders. */
export const film = defineKind({
  title: 'Film',
  plural: 'Film and holders',
  figures: {
    ...frame,
    form: choice(FRAME, 'Form', { sheet: 'sheet', roll: 'roll' }),
    framesPerRoll: number(FRAME, 'Frames per roll', '', 1, 400, { whole: true, when: { figure: 'form', is: ['roll'] } }),
    sheetsPerHolder: number(FRAME, 'Sheets per holder', '', 1, 100, { whole: true, when: { figure: 'form', is: ['sheet'] } }),
    iso: number('Film', 'Speed', 'ISO', 0.1, 100_000, { how: 'Printed on the box; or what your own tests gave.' }),
    reciprocityExponent: number('Film', 'Exponent beyond one second', '', 1, 3, {
      how: 'From the data sheet: needed time = metered time to this power. A table can be typed at the stand instead.',
    }),
    mount: joint(MOUNT, 'Fits the back'),
  },
  joints: { behind: null, before: 'mount' },
  listed: ['widthMm', 'heightMm', 'form', 'mount'],
  contradictions: () => [],
});
