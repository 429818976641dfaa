import { number, choice, joint } from '../figure';
import { defineKind } from '../kind';
import { FRAME, MOUNT, frame } from './shared';

/** Film with its holders. */
export const film = defineKind({
  title: 'Film',
  plural: 'Film and holders',
  figures: {
    ...frame,
    form: choice(FRAME, 'Film type', { sheet: 'sheet', roll: 'roll' }, { earlierLabels: ['Form'] }),
    framesPerRoll: number({
      group: FRAME,
      label: 'Frames per roll',
      unit: '',
      min: 1,
      max: 400,
      whole: true,
      when: { figure: 'form', is: ['roll'] },
    }),
    sheetsPerHolder: number({
      group: FRAME,
      label: 'Sheets per holder',
      unit: '',
      min: 1,
      max: 100,
      whole: true,
      when: { figure: 'form', is: ['sheet'] },
    }),
    iso: number({
      group: 'Film',
      label: 'Speed',
      unit: 'ISO',
      min: 0.1,
      max: 100_000,
      how: 'Printed on the box; or what your own tests gave.',
    }),
    reciprocityExponent: number({
      group: 'Film',
      label: 'Exponent beyond one second',
      unit: '',
      min: 1,
      max: 3,
      how: 'From the data sheet: needed time = metered time to this power. A table can be entered in the setup instead.',
    }),
    mount: joint(MOUNT, 'Fits the back'),
  },
  joints: { behind: null, before: 'mount' },
  listed: ['widthMm', 'heightMm', 'form', 'mount'],
  contradictions: () => [],
});
