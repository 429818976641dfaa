import { number, choice, joint, list } from '../figure';
import { defineKind } from '../kind';
import { MOUNT, contacts, throat, movements } from './shared';

/** An adapter between lens and body. */
export const adapter = defineKind({
  title: 'Adapter',
  plural: 'Adapters',
  figures: {
    lensMount: joint(MOUNT, 'Takes in front'),
    lensRegisterMm: number(MOUNT, 'Register of the mount in front', 'mm', 0, 300),
    bodyMount: joint(MOUNT, 'Fits behind on'),
    bodyRegisterMm: number(MOUNT, 'Register of the mount behind', 'mm', 0, 300),
    thicknessMm: number(MOUNT, 'Thickness between its flanges', 'mm', 0, 300, {
      how: 'Measure from flange to flange with a calliper, at several places.',
    }),
    throatMm: throat('the adapter'),
    contacts,
    tripodFoot: choice(MOUNT, 'Tripod foot', { lens: 'on the lens side', body: 'on the body side', none: 'none' }),
    stitching: choice('Stitching', 'Moves the back for a mosaic', { none: 'no', sliding: 'slides', quarter: 'turns by quarters' }),
    stopsMm: list('Stitching', 'Stops from the centre', 'mm', -300, 300, { when: { figure: 'stitching', is: ['sliding'] } }),
    offsetXMm: number('Stitching', 'Frame centre beside the axis', 'mm', -200, 200, { when: { figure: 'stitching', is: ['quarter'] } }),
    offsetYMm: number('Stitching', 'Frame centre above the axis', 'mm', -200, 200, { when: { figure: 'stitching', is: ['quarter'] } }),
    ...movements,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  listed: ['lensMount', 'bodyMount', 'thicknessMm', 'travelMm', 'tiltDeg', 'stitching'],
  contradictions: () => [],
});
