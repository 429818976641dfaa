import type { BenchStep } from '../model/step';
import type { Geometry } from '../geometry/geometry';

export interface Caution {
  readonly id: string;
  readonly step: BenchStep;
  /** One line; it defers to local rules and competent people where harm can come. */
  readonly words: string;
  /** Whether it concerns this setup; what is not known of a place is always minded. */
  readonly concerns: (geometry: Geometry) => boolean;
}

/** A lens this high is worked from a ladder or a platform, m. */
const HIGH_M = 2.3;

const always = (): boolean => true;

/** What can hurt people, gear or buildings, in the order of weight. Common practice; none of it replaces local rules. */
export const CAUTIONS: readonly Caution[] = [
  {
    id: 'edge',
    step: 'position',
    words: 'Quays, slipways and roofs: watch the edge behind you, read the tide table, and tether what may fall.',
    concerns: always,
  },
  {
    id: 'traffic',
    step: 'position',
    words: 'Tripod on a road or footway: get the permit that local rules require, and have somebody watch the traffic.',
    concerns: ({ settings: { scene } }) => scene?.subject.kind !== 'table' && scene?.subject.kind !== 'sheet',
  },
  {
    id: 'derelict',
    step: 'position',
    words:
      'Derelict or old buildings: beware of floors, asbestos and droppings; enter only with the owner’s permission and a competent person’s advice.',
    concerns: ({ settings: { scene } }) => scene === null || ['interior', 'front', 'model'].includes(scene.subject.kind),
  },
  {
    id: 'height',
    step: 'position',
    words: 'The lens is above head height: work from a proper platform and follow local rules for work at height.',
    concerns: ({ settings: { scene } }) => scene !== null && scene.cameraHeightM > HIGH_M,
  },
  {
    id: 'wind',
    step: 'position',
    words: 'Wind on a tall tripod: weigh it down, keep a hand on it, and lower it in gusts.',
    concerns: ({ settings: { scene } }) =>
      scene !== null && scene.subject.kind !== 'interior' && scene.subject.kind !== 'table' && scene.cameraHeightM > 1.4,
  },
  {
    id: 'sun',
    step: 'frame',
    words: 'Sun: never look at it through a finder, a lens or a loupe, and do not leave it on a sensor, a shutter or a cloth.',
    concerns: ({ settings: { scene } }) => scene === null || scene.subject.kind !== 'interior',
  },
  {
    id: 'head',
    step: 'frame',
    words: 'A steeply tilted, front-heavy camera can drop: support it before loosening the head.',
    concerns: ({ settings: { scene, rig } }) => scene !== null && (Math.abs(scene.pitchDeg) > 10 || rig.parts.kind === 'view'),
  },
  {
    id: 'mains',
    step: 'frame',
    words: 'Keep mains leads off wet floors and out of the way; have old wiring checked by an electrician.',
    concerns: ({ settings: { scene } }) => scene !== null && ['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'loupe',
    step: 'focus',
    words: 'Focusing into the light: no sun through a loupe or a magnified finder, and no sun left on sensor or cloth.',
    concerns: ({ settings: { scene } }) => scene === null || !['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'open',
    step: 'focus',
    words: 'Open camera: no dust, spray or rain near it, never the sun on a bare sensor, and a strap on the lens: it can fall.',
    concerns: ({ settings: { rig } }) => rig.parts.kind === 'held',
  },
  {
    id: 'modified',
    step: 'focus',
    words: 'Do not force or file a lens for more tilt: springs, sharp edges and old coatings; leave it to a repairer.',
    concerns: ({ settings: { rig } }) => rig.parts.kind === 'held',
  },
  {
    id: 'slid',
    step: 'stitch',
    words: 'A camera on a rail or a collar: tighten the clamp at every position, and check that the back clears the head below.',
    concerns: ({ settings: { mosaic } }) => mosaic !== null && mosaic.mover !== 'lens',
  },
  {
    id: 'flash',
    step: 'expose',
    words: 'Flash: not into the eyes of drivers or animals, and keep cables off wet floors; have old wiring checked by an electrician.',
    concerns: ({ settings: { exposure } }) => exposure.flash,
  },
  {
    id: 'alone',
    step: 'card',
    words: 'Step back from edges and traffic before reading the card; do not work alone where help is far.',
    concerns: ({ settings: { scene } }) => scene === null || !['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'away',
    step: 'stitch',
    words: 'During a long series your eyes are on the scales: have somebody watch traffic, tide and edge.',
    concerns: ({ settings: { scene } }) => scene !== null && !['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
];

/**
 * The cautions for a step of a setup, without those dismissed for the job.
 *
 * @param geometry what follows from the settings of a setup
 * @param step step of the bench
 * @param dismissed ids of what was dismissed
 *
 * @example
 * cautionsFor(frontGeometry, 'focus', []).length // => 1
 */
export function cautionsFor(geometry: Geometry, step: BenchStep, dismissed: readonly string[]): readonly Caution[] {
  return CAUTIONS.filter((caution) => caution.step === step && !dismissed.includes(caution.id) && caution.concerns(geometry));
}
