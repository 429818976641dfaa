import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, choice, joint, list } from '../spec';
import { defineKind } from '../kind';
import { MOUNT, contacts, throat, movements, weight } from './shared';

/** An adapter between lens and body. */
export const adapter = defineKind({
  title: kindsText.adapter,
  plural: kindsText.adapters,
  specs: {
    lensMount: joint(MOUNT, kindsText.lensSideMount, { earlierLabels: ['Takes in front'] }),
    lensFlangeDistanceMm: number({
      group: MOUNT,
      label: kindsText.flangeDistanceLensSide,
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount in front'],
    }),
    bodyMount: joint(MOUNT, kindsText.cameraSideMount, { earlierLabels: ['Fits behind on'] }),
    bodyFlangeDistanceMm: number({
      group: MOUNT,
      label: kindsText.flangeDistanceCameraSide,
      unit: 'mm',
      min: 0,
      max: 300,
      earlierLabels: ['Register of the mount behind'],
    }),
    thicknessMm: number({
      group: MOUNT,
      label: kindsText.thicknessBetweenItsFlanges,
      unit: 'mm',
      min: 0,
      max: 300,
      how: kindsText.measureFromFlangeToFlange,
    }),
    throatMm: throat(kindsText.theAdapter),
    contacts,
    tripodFoot: choice(MOUNT, kindsText.tripodFoot, { lens: kindsText.onTheLensSide, body: kindsText.onTheBodySide, none: kindsText.none }),
    stitching: choice(kindsText.stitching, kindsText.movesTheBackForA, {
      none: kindsText.no,
      sliding: kindsText.slides,
      quarter: kindsText.turnsByQuarters,
    }),
    stopsMm: list({
      group: kindsText.stitching,
      label: kindsText.stopsFromTheCentre,
      unit: 'mm',
      min: -300,
      max: 300,
      when: { spec: 'stitching', is: ['sliding'] },
    }),
    offsetXMm: number({
      group: kindsText.stitching,
      label: kindsText.frameCentreBesideTheAxis,
      unit: 'mm',
      min: -200,
      max: 200,
      when: { spec: 'stitching', is: ['quarter'] },
    }),
    offsetYMm: number({
      group: kindsText.stitching,
      label: kindsText.frameCentreAboveTheAxis,
      unit: 'mm',
      min: -200,
      max: 200,
      when: { spec: 'stitching', is: ['quarter'] },
    }),
    ...movements,
    ...weight,
  },
  joints: { behind: 'bodyMount', before: 'lensMount' },
  first: ['lensMount', 'bodyMount', 'thicknessMm', 'slides'],
  listed: ['lensMount', 'bodyMount', 'thicknessMm', 'travelMm', 'tiltDeg', 'stitching'],
  contradictions: () => [],
});
