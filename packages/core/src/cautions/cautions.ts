import { cautionsText } from '@gangway/messages/core/cautions';
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
    words: cautionsText.quaysSlipwaysAndRoofsWatch,
    concerns: always,
  },
  {
    id: 'traffic',
    step: 'position',
    words: cautionsText.tripodOnARoadOr,
    concerns: ({ settings: { scene } }) => scene?.subject.kind !== 'table' && scene?.subject.kind !== 'sheet',
  },
  {
    id: 'derelict',
    step: 'position',
    words: cautionsText.derelictOrOldBuildingsBeware,
    concerns: ({ settings: { scene } }) => scene === null || ['interior', 'front', 'model'].includes(scene.subject.kind),
  },
  {
    id: 'height',
    step: 'position',
    words: cautionsText.theLensIsAboveHead,
    concerns: ({ settings: { scene } }) => scene !== null && scene.cameraHeightM > HIGH_M,
  },
  {
    id: 'wind',
    step: 'position',
    words: cautionsText.windOnATallTripod,
    concerns: ({ settings: { scene } }) =>
      scene !== null && scene.subject.kind !== 'interior' && scene.subject.kind !== 'table' && scene.cameraHeightM > 1.4,
  },
  {
    id: 'sun',
    step: 'frame',
    words: cautionsText.sunNeverLookAtIt,
    concerns: ({ settings: { scene } }) => scene === null || scene.subject.kind !== 'interior',
  },
  {
    id: 'head',
    step: 'frame',
    words: cautionsText.aSteeplyTiltedFrontHeavy,
    concerns: ({ settings: { scene, rig } }) => scene !== null && (Math.abs(scene.pitchDeg) > 10 || rig.parts.kind === 'view'),
  },
  {
    id: 'mains',
    step: 'frame',
    words: cautionsText.keepMainsLeadsOffWet,
    concerns: ({ settings: { scene } }) => scene !== null && ['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'loupe',
    step: 'focus',
    words: cautionsText.focusingIntoTheLightNo,
    concerns: ({ settings: { scene } }) => scene === null || !['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'open',
    step: 'focus',
    words: cautionsText.openCameraNoDustSpray,
    concerns: ({ settings: { rig } }) => rig.parts.kind === 'held',
  },
  {
    id: 'modified',
    step: 'focus',
    words: cautionsText.doNotForceOrFile,
    concerns: ({ settings: { rig } }) => rig.parts.kind === 'held',
  },
  {
    id: 'slid',
    step: 'stitch',
    words: cautionsText.aCameraOnARail,
    concerns: ({ settings: { mosaic } }) => mosaic !== null && mosaic.mover !== 'lens',
  },
  {
    id: 'flash',
    step: 'expose',
    words: cautionsText.flashNotIntoTheEyes,
    concerns: ({ settings: { exposure } }) => exposure.flash,
  },
  {
    id: 'alone',
    step: 'card',
    words: cautionsText.stepBackFromEdgesAnd,
    concerns: ({ settings: { scene } }) => scene === null || !['interior', 'table', 'sheet'].includes(scene.subject.kind),
  },
  {
    id: 'away',
    step: 'stitch',
    words: cautionsText.duringALongSeriesYour,
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
