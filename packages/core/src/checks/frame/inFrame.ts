import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { frameText } from '@gangway/messages/core/checks/frame';
import { say } from '@gangway/messages/say';
import { degrees } from '../../angles';
import { frameSpare, takenUp, type FrameSpare } from '../../framing/inFrame';
import { freshGeometry, type Geometry } from '../../geometry/geometry';
import type { Scene } from '../../model/scene';
import type { SetupSettings } from '../../model/setup';
import { mmWords } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { mosaicFixes } from '../mosaicFix';
import { turnedFrame } from '../movementFix';
import { changed, fartherAway, movementThatHolds } from '../placeFix';
import { stateOf, TIGHT_BELOW_MM } from '../tight';
import { lackWords, onlyWhen } from '../wording';
import type { ShiftPosition } from '../../model/movements';

interface InFrameFacts extends Facts, FrameSpare {}

/** Is the whole subject in the picture? */
export const inFrame = defineCheck<'inFrame', InFrameFacts>({
  kind: 'inFrame',
  name: checkNamesText.inFrame,
  step: 'frame',
  assumes: assumptionsText.inFrame,
  weight: 'counts',
  onPivots: { whether: pivotsText.whetherTheSubjectIsInFrame },
  evaluate: (geometry) => {
    const spare = frameSpare(geometry);
    return spare && { state: spare.spareMm === null ? 'fails' : stateOf(spare.spareMm), ...spare };
  },
  margin: ({ spareMm }) => (spareMm === null ? null : { value: spareMm, unit: 'mm' }),
  message: ({ spareMm, edge, state }) => {
    if (spareMm === null) return frameText.partOfTheSubjectIs;
    if (state === 'fails') return say(frameText.theSubjectGoesBeyondThe, { spareMm: lackWords(spareMm), edge });
    return say(frameText.theWholeSubjectIsIn, { state: onlyWhen(state === 'tight'), spareMm: mmWords(spareMm), edge });
  },
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    const { scene, mosaic } = geometry.settings;
    if (scene === null) return;
    if (mosaic) {
      yield* mosaicFixes(geometry, trial, ['anew']);
      return;
    }
    yield intoFrame(geometry, trial);
    yield turnedFrame(geometry, trial);
    yield turnedToward(geometry, scene, trial);
    yield lowered(geometry, scene, trial);
    yield fartherAway(geometry, trial);
  },
});

function intoFrame(geometry: Geometry, trial: Trial): Fix | null {
  const to = movementThatHolds(geometry);
  const movements = to && changed(geometry, to);
  if (!movements) return null;
  const control = controlOf(movements);
  return offer(control, { movements }, trial);
}

function controlOf(movements: Partial<ShiftPosition>): 'shift' | 'rise' | 'both' {
  if (movements.riseMm === undefined) return 'shift';
  if (movements.shiftMm === undefined) return 'rise';
  return 'both';
}

/** The camera turned until the subject's two sides are even; a wall seen square on is left square. */
function turnedToward(geometry: Geometry, scene: Scene, trial: Trial): Fix | null {
  const { subject } = scene;
  if (subject.kind === 'interior' || subject.kind === 'sheet' || (subject.kind === 'front' && subject.turnDeg === 0)) return null;
  const aimed = (yawDeg: number): SetupSettings => ({ ...geometry.settings, scene: { ...scene, yawDeg } });
  let yawDeg = degrees(Math.atan2(-scene.asideM, scene.distanceM));
  for (let round = 0; round < 12; round++) {
    const box = takenUp(freshGeometry(aimed(yawDeg)));
    if (!box) return null;
    const off = (box.left + box.right) / 2 - geometry.position.shiftMm;
    yawDeg += degrees(Math.atan(off / geometry.settings.rig.lens.focalMm)) / 2;
  }
  const placing = { yawDeg: Math.round(yawDeg * 10) / 10 };
  const to = movementThatHolds(freshGeometry(aimed(placing.yawDeg)));
  const movements = to && changed(geometry, to);
  return to === undefined ? null : offer('turn', { placing, ...(movements && { movements }) }, trial);
}

/** The lens so low that open ground is in from the nearest that is wanted. */
function lowered(geometry: Geometry, scene: Scene, trial: Trial): Fix | null {
  const box = takenUp(geometry);
  if (scene.subject.kind !== 'ground' || !box || box.lower >= 0) return null;
  const room = geometry.frame.heightMm / 2 - geometry.position.riseMm - TIGHT_BELOW_MM;
  // Level, the picture of the ground goes down as the lens goes up.
  const cameraHeightM = Math.floor(((scene.cameraHeightM * room) / -box.lower) * 100) / 100;
  return cameraHeightM > 0.05 && cameraHeightM < scene.cameraHeightM ? offer('height', { placing: { cameraHeightM } }, trial) : null;
}
