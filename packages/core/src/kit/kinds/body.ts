import { number, choice, flag, joint } from '../figure';
import { defineKind } from '../kind';
import { FRAME, MOUNT, RECORD, contacts, throat, frame } from './shared';

/** A body or back with a sensor. */
export const body = defineKind({
  title: 'Body or back',
  plural: 'Bodies and backs',
  figures: {
    ...frame,
    columnsPx: number(FRAME, 'Pixels across', 'px', 1, 200_000, { whole: true }),
    rowsPx: number(FRAME, 'Pixels down', 'px', 1, 200_000, { whole: true }),
    mount: joint(MOUNT, 'Mount'),
    registerMm: number(MOUNT, 'Register (flange to sensor)', 'mm', 0, 300, {
      how: 'A property of the mount: the manual gives it. Measured by hand it is good to a few tenths only.',
    }),
    throatMm: throat('the throat'),
    ownLens: flag(MOUNT, 'Has a lens of its own'),
    shutter: choice(RECORD, 'Shutter', { leaf: 'leaf', focal: 'focal plane', none: 'none of its own' }),
    readoutMs: number(RECORD, 'Read-out time, first row to last', 'ms', 0, 10_000, {
      how: 'Photograph a lamp that flickers at 100 Hz with the electronic shutter and count the bands: 10 ms each.',
    }),
    fastestPerS: number(RECORD, 'Fastest time, 1/', '', 1, 100_000, {
      how: 'The largest number on the shutter dial, or the shortest time in the menu.',
    }),
    slowestS: number(RECORD, 'Slowest time', 's', 0.1, 3600, {
      how: 'The longest time that the shutter measures itself, without B or T.',
    }),
    syncPerS: number(RECORD, 'Flash to 1/', '', 1, 10_000, {
      when: { figure: 'shutter', is: ['focal'] },
      how: 'Marked on the dial, or photograph a flash on a wall at shorter and shorter times until a part stays dark.',
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
