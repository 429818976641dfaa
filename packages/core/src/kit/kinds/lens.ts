import { number, choice, joint, circles, EVIDENCE } from '../figure';
import { inOrder, circleContradictions } from '../contradictions';
import { defineKind } from '../kind';
import { MOUNT, CIRCLE, FRONT, contacts, movements } from './shared';

/** A lens. */
export const lens = defineKind({
  title: 'Lens',
  plural: 'Lenses',
  figures: {
    focalMm: number('Lens', 'Focal length', 'mm', 1, 5000, { how: 'It is engraved on the lens.' }),
    widestFNumber: number('Lens', 'Widest aperture', 'f/', 0.5, 512, { how: 'It is engraved on the lens.' }),
    smallestFNumber: number('Lens', 'Smallest aperture', 'f/', 0.5, 512, { how: 'Read the end of the aperture ring.' }),
    stopStep: choice('Lens', 'Aperture clicks in', { full: 'full stops', half: 'half stops', third: 'third stops' }),
    attachment: choice(MOUNT, 'Sits', { mount: 'in a mount', board: 'on a board, in a shutter', fixed: 'fixed in its body' }),
    mount: joint(MOUNT, 'Mount, shutter size or body', { how: 'For a shutter its size, such as “shutter 1”.' }),
    registerMm: number(MOUNT, 'Register (flange to image at infinity)', 'mm', 0, 300, {
      when: { figure: 'attachment', is: ['mount'] },
      how: 'A property of the mount: the manual gives it.',
    }),
    flangeFocalMm: number(MOUNT, 'Flange focal length', 'mm', 1, 5000, {
      when: { figure: 'attachment', is: ['board'] },
      how: 'Focus on something very far and measure from the front of the board to the film. Telephoto lenses stand nearer than their focal length, retrofocus lenses farther.',
    }),
    shutterFastestPerS: number('Shutter', 'Fastest time, 1/', '', 1, 10_000, {
      when: { figure: 'attachment', is: ['board'] },
      how: 'The largest number on the shutter.',
    }),
    shutterSlowestS: number('Shutter', 'Slowest time', 's', 0.1, 60, {
      when: { figure: 'attachment', is: ['board'] },
      how: 'The longest time on the shutter beside B and T.',
    }),
    contacts,
    lightMm: number(CIRCLE, 'Light circle', 'mm', 1, 1500, {
      how: 'Photograph an even wall at f/8 and infinity and shift until a corner goes black: twice the distance from the axis to that corner.',
    }),
    lightEvidence: choice(CIRCLE, 'Light circle is', EVIDENCE),
    fieldDeg: number(CIRCLE, 'Or the field angle', '°', 1, 170, {
      how: 'The maker’s angle of view across the whole circle; the circle is 2·f·tan(angle/2).',
    }),
    definition: circles(CIRCLE, 'Circles of good definition'),
    pupilRatio: number('Pupils', 'Pupil ratio (exit over entrance)', '', 0.05, 20, {
      how: 'Look into the lens stopped down from behind and from the front, and divide the widths of the two openings seen.',
    }),
    pupilDepthMm: number('Pupils', 'Entrance pupil behind the filter thread', 'mm', 0, 500, {
      how: 'Look in from the front and judge by parallax how deep the opening lies behind the thread.',
    }),
    nearestM: number('Focus', 'Nearest focus, from the sensor', 'm', 0.01, 100, { how: 'Read the end of the focus scale.' }),
    nearestMagnification: number('Focus', 'Magnification there', '×', 0.001, 20, {
      how: 'Photograph a ruler at nearest focus: frame width divided by the length of ruler seen.',
    }),
    filterThreadMm: number(FRONT, 'Filter thread', 'mm', 5, 300, {
      how: 'It is engraved on the front rim, after the sign for diameter.',
    }),
    clearFrontMm: number(FRONT, 'Clear front', 'mm', 1, 400, { how: 'The glass that can be seen from the front, across.' }),
    lengthMm: number(FRONT, 'Length in front of the flange', 'mm', 1, 1000),
    barrelDepthMm: number(MOUNT, 'Barrel behind the flange', 'mm', 0, 200, {
      how: 'How far glass or barrel stand out behind the flange, focused at infinity.',
    }),
    barrelWidthMm: number(MOUNT, 'Barrel there, across', 'mm', 5, 300, { how: 'Calliper across what stands out behind the flange.' }),
    flangeWidthMm: number(MOUNT, 'Flange, across', 'mm', 10, 300, {
      when: { figure: 'attachment', is: ['mount'] },
      how: 'Calliper across the metal ring that sits against the body.',
    }),
    ...movements,
  },
  joints: { behind: 'mount', before: 'filterThreadMm' },
  listed: ['focalMm', 'widestFNumber', 'lightMm', 'mount', 'travelMm', 'tiltDeg', 'filterThreadMm'],
  contradictions: ({ widestFNumber, smallestFNumber, lightMm, definition }) => [
    ...inOrder(
      [widestFNumber, smallestFNumber],
      'smallestFNumber',
      'The smallest aperture must have an f-number at least as large as the widest',
    ),
    ...circleContradictions({ lightMm, definition }),
  ],
});
