import { lengthWords } from '@gangway/messages/length';
import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { positionText } from '@gangway/messages/core/checks/position';
import { say } from '@gangway/messages/say';
import { freshGeometry } from '../../geometry/geometry';
import type { SetupPatch } from '../../model/setup';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { changed, movementThatHolds } from '../placeFix';
import { stateOf } from '../tight';

interface ObstacleFacts extends Facts {
  readonly spareM: number;
}

/** A tripod's legs, and somebody behind it, take about half a metre (common practice). */
export const LEGS_M = 0.5;

/** Is there room for the camera in front of what stands behind it? */
export const obstacle = defineCheck<'obstacle', ObstacleFacts>({
  kind: 'obstacle',
  name: checkNamesText.obstacle,
  step: 'position',
  assumes: assumptionsText.obstacle,
  weight: 'counts',
  evaluate: ({ settings: { scene } }) => {
    if (scene === null || scene.roomM === null) return null;
    const spareM = scene.roomM - scene.distanceM;
    return { state: stateOf(spareM, LEGS_M), spareM };
  },
  margin: ({ spareM }) => ({ value: spareM, unit: 'm' }),
  message: ({ spareM, state }) => {
    if (state === 'fails') return say(positionText.thereIsNoRoomFor, { spareM: lengthWords(-spareM, 1) });
    return state === 'tight'
      ? say(positionText.theCameraIsOnlyM, { spareM: lengthWords(spareM, 1) })
      : say(positionText.thereIsRoomForThe, { spareM: lengthWords(spareM, 1) });
  },
  note: () => null,
  missing: () => null,
  /** In front of the obstacle with room for the tripod, with the movement that it then takes. */
  *fixes({ geometry, trial }) {
    const { scene, rig, orientation } = geometry.settings;
    if (scene === null) return;
    const distanceM = Math.floor(((scene.roomM ?? scene.distanceM) - LEGS_M) * 100) / 100;
    if (!(distanceM > 0) || distanceM * 1000 <= rig.lens.focalMm) return;
    const alone = offer('distance', { distanceM }, trial);
    yield alone;
    if (alone) return;
    const there = { ...geometry.settings, scene: { ...scene, distanceM } };
    const to = movementThatHolds(freshGeometry(there));
    const movements = to && changed(geometry, to);
    yield movements ? offer('several', { distanceM, movements }, trial) : null;
    const turned = orientation === 'landscape' ? 'portrait' : 'landscape';
    const turnedTo = movementThatHolds(freshGeometry({ ...there, orientation: turned }));
    const patch: SetupPatch | undefined = turnedTo && { distanceM, orientation: turned, movements: changed(geometry, turnedTo) ?? {} };
    yield patch ? offer('several', patch, trial) : null;
  },
});
