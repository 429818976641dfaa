import { number, choice, joint, list } from '../figure';
import { defineKind } from '../kind';
import { MOUNT, contacts, throat, movements } from './shared';

/** An adapter between lens and body. */
export const adapter = defineKind({
  title: 'Adapter',
  plural: 'Adapters',
  figures: {
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
    thicknessMm: number({
      group: MOUNT,
      label: 'Thickness between its flanges',
      unit: 'mm',
      min: 0,
      max: 300,
      how: 'Measure from flange to flange with a calliper, at several places.',
    }),
    throatMm: throat('the adapter'),
    contacts,
    tripodFoot: choice(MOUNT, 'Tripod foot', { lens: 'on the lens side', body: 'on the body side', none: 'none' }),
    stitching: choice('Stitching', 'Moves the back for a mosaic', { none: 'no', sliding: 'slides', quarter: 'turns by quarters' }),
    stopsMm: list({
      group: 'Stitching',
      label: 'Stops from the centre',
      unit: 'mm',
      min: -300,
      max: 300,
      when: { figure: 'stitching', is: ['sliding'] },
    }),
    offsetXMm: number({
      group: 'Stitching',
      label: 'Frame centre beside the axis',
      unit: 'mm',
      min: -200,
      max: 200,
      when: { figure: 'stitching', is: ['quarter'] },
    }),
    offsetYMm: number({
      group: 'Stitching',
      label: 'Frame centre above the axis',
      unit: 'mm',
      min: -200,
      max: 200,
      when: { figure: 'stitching', is: ['quarter'] },
    }),
    ...movements,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  listed: ['lensMount', 'bodyMount', 'thicknessMm', 'travelMm', 'tiltDeg', 'stitching'],
  contradictions: () => [],
});
