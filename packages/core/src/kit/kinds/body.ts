import { number, choice, flag, joint } from '../figure';
import { defineKind } from '../kind';
import { FRAME, MOUNT, RECORD, contacts, throat, frame } from './shared';

/** A body or back with a sensor. */
export const body = defineKind({
  title: 'Body or back',
  plural: 'Bodies and backs',
  figures: {
    ...frame,
    columnsPx: number({ group: FRAME, label: 'Pixels across', unit: 'px', min: 1, max: 200_000, whole: true }),
    rowsPx: number({ group: FRAME, label: 'Pixels down', unit: 'px', min: 1, max: 200_000, whole: true }),
    mount: joint(MOUNT, 'Mount'),
    registerMm: number({
      group: MOUNT,
      label: 'Flange distance (flange to sensor)',
      unit: 'mm',
      min: 0,
      max: 300,
      how: 'A property of the mount: the manual gives it. Measured by hand it is good to a few tenths only.',
      earlierLabels: ['Register (flange to sensor)'],
    }),
    throatMm: throat('the throat'),
    ownLens: flag(MOUNT, 'Has a lens of its own'),
    shutter: choice(RECORD, 'Shutter', { leaf: 'leaf', focal: 'focal plane', none: 'none of its own' }),
    readoutMs: number({
      group: RECORD,
      label: 'Readout time, first row to last',
      unit: 'ms',
      min: 0,
      max: 10_000,
      how: 'Photograph a lamp that flickers at 100 Hz with the electronic shutter and count the bands: 10 ms each.',
      earlierLabels: ['Read-out time, first row to last'],
    }),
    fastestPerS: number({
      group: RECORD,
      label: 'Fastest shutter speed, 1/',
      unit: '',
      min: 1,
      max: 100_000,
      how: 'The largest number on the shutter dial, or the shortest time in the menu.',
      earlierLabels: ['Fastest time, 1/'],
    }),
    slowestS: number({
      group: RECORD,
      label: 'Slowest shutter speed',
      unit: 's',
      min: 0.1,
      max: 3600,
      how: 'The longest time that the shutter measures itself, without B or T.',
      earlierLabels: ['Slowest time'],
    }),
    syncPerS: number({
      group: RECORD,
      label: 'Flash sync speed, 1/',
      unit: '',
      min: 1,
      max: 10_000,
      when: { figure: 'shutter', is: ['focal'] },
      how: 'Marked on the dial, or photograph a flash on a wall at shorter and shorter times until a part stays dark.',
      earlierLabels: ['Flash to 1/'],
    }),
    contacts,
  },
  joints: { behind: null, before: 'mount' },
  listed: ['widthMm', 'heightMm', 'columnsPx', 'mount', 'registerMm', 'shutter'],
  contradictions: ({ columnsPx, rowsPx }) =>
    (columnsPx === null) === (rowsPx === null)
      ? []
      : [{ path: [columnsPx === null ? 'columnsPx' : 'rowsPx'], message: 'Give the pixels both across and down, or neither.' }],
});
