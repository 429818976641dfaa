import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, choice, joint } from '../spec';
import { defineKind } from '../kind';
import { FRAME, MOUNT, frame, weight } from './shared';

/** Film with its holders. */
export const film = defineKind({
  title: kindsText.film,
  plural: kindsText.filmAndHolders,
  specs: {
    ...frame,
    form: choice(FRAME, kindsText.filmType, { sheet: 'sheet', roll: 'roll' }, { earlierLabels: ['Form'] }),
    framesPerRoll: number({
      group: FRAME,
      label: kindsText.framesPerRoll,
      unit: '',
      min: 1,
      max: 400,
      whole: true,
      when: { spec: 'form', is: ['roll'] },
    }),
    sheetsPerHolder: number({
      group: FRAME,
      label: kindsText.sheetsPerHolder,
      unit: '',
      min: 1,
      max: 100,
      whole: true,
      when: { spec: 'form', is: ['sheet'] },
    }),
    iso: number({
      group: kindsText.film,
      label: kindsText.speed,
      unit: 'ISO',
      min: 0.1,
      max: 100_000,
      how: kindsText.printedOnTheBoxOr,
    }),
    reciprocityExponent: number({
      group: kindsText.film,
      label: kindsText.exponentBeyondOneSecond,
      unit: '',
      min: 1,
      max: 3,
      how: kindsText.fromTheDataSheetNeeded,
    }),
    mount: joint(MOUNT, kindsText.fitsTheBack),
    ...weight,
  },
  joints: { behind: null, before: 'mount' },
  first: ['widthMm', 'heightMm', 'form', 'iso'],
  listed: ['widthMm', 'heightMm', 'form', 'mount'],
  contradictions: () => [],
});
