import { kindsText } from '@gangway/messages/core/kit/kinds';
import { number, choice, joint } from '../spec';
import { inOrder } from '../contradictions';
import { defineKind } from '../kind';
import { MOUNT, BELLOWS, front, rear } from './shared';

/** A view camera or rail. */
export const camera = defineKind({
  title: kindsText.viewCameraOrRail,
  plural: kindsText.viewCamerasAndRails,
  specs: {
    boardMount: joint(MOUNT, kindsText.boardMount, { earlierLabels: ['Takes boards of'] }),
    backMount: joint(MOUNT, kindsText.mountForBacks, { earlierLabels: ['Takes backs with the mount'] }),
    bellowsMinMm: number({
      group: BELLOWS,
      label: kindsText.shortestBellowsBoardToBack,
      unit: 'mm',
      min: 1,
      max: 3000,
      how: kindsText.pushTheStandardsTogetherAs,
    }),
    bellowsMaxMm: number({
      group: BELLOWS,
      label: kindsText.longestBellowsBoardToBack,
      unit: 'mm',
      min: 1,
      max: 3000,
      how: kindsText.drawTheStandardsApartUntil,
    }),
    bagMinMm: number({ group: BELLOWS, label: kindsText.shortestWithBagBellows, unit: 'mm', min: 1, max: 3000 }),
    bagMaxMm: number({ group: BELLOWS, label: kindsText.longestWithBagBellows, unit: 'mm', min: 1, max: 3000 }),
    frontRiseMm: front.rise,
    frontFallMm: front.fall,
    frontShiftMm: front.shift,
    frontTiltDeg: front.tilt,
    frontSwingDeg: front.swing,
    rearRiseMm: rear.rise,
    rearFallMm: rear.fall,
    rearShiftMm: rear.shift,
    rearTiltDeg: rear.tilt,
    rearSwingDeg: rear.swing,
    tiltAxis: choice(kindsText.frontStandard, kindsText.tiltsAbout, { axis: kindsText.theLensAxis, base: kindsText.theBaseOfTheStandard }),
    baseBelowMm: number({
      group: kindsText.frontStandard,
      label: kindsText.baseBelowTheLensAxis,
      unit: 'mm',
      min: 0,
      max: 500,
      when: { spec: 'tiltAxis', is: ['base'] },
      how: kindsText.measureFromTheTiltPivotUp,
    }),
    boardAheadMm: number({
      group: kindsText.frontStandard,
      label: kindsText.boardAheadOfTheTiltAxis,
      unit: 'mm',
      min: -300,
      max: 300,
      since: 4,
      how: kindsText.lookAtTheFrontStandard,
    }),
    rearTiltAxis: choice(
      kindsText.rearStandard,
      kindsText.rearTiltsAbout,
      { axis: kindsText.theCentreOfTheBack, base: kindsText.theBaseOfTheStandard },
      { since: 4 },
    ),
    rearBaseBelowMm: number({
      group: kindsText.rearStandard,
      label: kindsText.baseBelowTheCentreOf,
      unit: 'mm',
      min: 0,
      max: 500,
      since: 4,
      when: { spec: 'rearTiltAxis', is: ['base'] },
      how: kindsText.measureFromTheRearPivotUp,
    }),
    backBehindMm: number({
      group: kindsText.rearStandard,
      label: kindsText.backBehindTheTiltAxis,
      unit: 'mm',
      min: -300,
      max: 300,
      since: 4,
      how: kindsText.lookAtTheRearStandard,
    }),
  },
  joints: { behind: 'backMount', before: 'boardMount' },
  first: ['bellowsMinMm', 'bellowsMaxMm', 'frontRiseMm', 'frontTiltDeg'],
  listed: ['boardMount', 'backMount', 'bellowsMinMm', 'bellowsMaxMm', 'frontRiseMm'],
  contradictions: ({ bellowsMinMm, bellowsMaxMm, bagMinMm, bagMaxMm }) => [
    ...inOrder([bellowsMinMm, bellowsMaxMm], 'bellowsMaxMm', kindsText.theLongestBellowsMustBe),
    ...inOrder([bagMinMm, bagMaxMm], 'bagMaxMm', kindsText.theLongestBagBellowsMust),
  ],
});
