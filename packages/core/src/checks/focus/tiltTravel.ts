import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import { radians } from '../../angles';
import { nearestTilt, type TiltMechanism } from '../../focus/tiltMechanism';
import type { Geometry } from '../../geometry/geometry';
import type { StandardTurn } from '../../model/movements';
import type { RigParts } from '../../model/rig';
import { ask } from '../../rig/missing';
import { rigPivots } from '../../rig/pivots';
import { lensTilt, tiltingName, type Tilting } from '../../rig/tilt';
import { capital, fixed, mmWords, turnWords } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { stateOf } from '../tight';
import { onlyWhen } from '../wording';
import { setupTiltMechanism } from '../../planning/setupTilt';

interface TiltTravelFacts extends Facts {
  readonly by: Tilting | null;
  /** What is left, degrees; negative beyond it. */
  readonly spareDeg: number | null;
  readonly nearest: StandardTurn | null;
  readonly locked: boolean;
  /** How far a standard that turns about its base carries the lens forward, mm: focus goes with it; 0 where it turns about the axis. */
  readonly forwardMm: number;
}

/** A mechanism's last tenth of a degree is tight. */
const TIGHT_DEG = 0.1;

/** Can the mechanism take this tilt? */
export const tiltTravel = defineCheck<'tiltTravel', TiltTravelFacts>({
  kind: 'tiltTravel',
  name: checkNamesText.tiltTravel,
  step: 'focus',
  assumes: assumptionsText.tiltTravel,
  weight: 'counts',
  evaluate: ({ settings }) => {
    const { front, rig } = settings;
    if (front.tiltDeg === 0 && front.swingDeg === 0) return null;
    const tilt = lensTilt(rig.parts);
    const by = tilt.kind === 'none' ? null : tilt.by;
    const mechanism = setupTiltMechanism(settings);
    if (mechanism === null) return { state: 'unknown', by, spareDeg: null, nearest: null, locked: false, forwardMm: 0 };
    const nearest = nearestTilt(mechanism, front);
    const offDeg = Math.hypot(nearest.tiltDeg - front.tiltDeg, nearest.swingDeg - front.swingDeg);
    const spareDeg = offDeg > 1e-6 ? -offDeg : fartherDeg(mechanism, front);
    return {
      state: stateOf(spareDeg, TIGHT_DEG),
      by,
      spareDeg,
      nearest,
      locked: mechanism.kind === 'line',
      forwardMm: forwardMm(rig.parts, front),
    };
  },
  margin: ({ spareDeg }) => (spareDeg === null ? null : { value: spareDeg, unit: '°' }),
  message: ({ state, by, spareDeg, nearest }) => {
    if (spareDeg === null) return say(focusText.whetherReachesThisTiltIs, { by: byName(by) });
    if (state === 'fails')
      return say(focusText.cannotReachThisTiltThe, {
        by: capital(byName(by)),
        nearest: nearest ? turnWords(nearest) : focusText.straight,
        spareDeg: fixed(-spareDeg, 1),
      });
    return say(focusText.reachesThisTiltWithLeft, {
      by: capital(byName(by)),
      state: onlyWhen(state === 'tight'),
      spareDeg: fixed(spareDeg, 1),
    });
  },
  note: ({ state, locked, forwardMm: forward }) => {
    if (state === 'unknown') return focusText.readTheLastMarkOf;
    if (locked) return focusText.itsDirectionIsLockedTo;
    if (Math.abs(forward) < 0.05) return null;
    return say(focusText.itTiltsAboutItsBase, { forward: mmWords(Math.abs(forward)), forward2: forward > 0 ? 'yes' : 'no' });
  },
  missing: (parts) => {
    const tilt = lensTilt(parts);
    if (tilt.kind === 'hand') return ask(parts.lens, 'flangeWidthMm');
    return (tilt.kind === 'unknown' ? tilt.asks[0] : undefined) ?? ask(parts.lens, 'imageCircleMm');
  },
  *fixes({ geometry, trial }) {
    yield reachable(geometry, trial);
    yield offer('tilt', { front: { tiltDeg: 0, swingDeg: 0 } }, trial);
  },
});

const byName = (by: Tilting | null): string => (by === null ? focusText.thisRig : tiltingName(by));

/** How far a base tilt carries the lens forward, mm; 0 where its base is not known. */
function forwardMm(parts: RigParts, { tiltDeg }: StandardTurn): number {
  const { mm, asks } = rigPivots(parts).frontBaseMm;
  return asks.length === 0 ? mm * Math.sin(radians(tiltDeg)) : 0;
}

/** Along the present direction, how much farther the mechanism goes, degrees. */
function fartherDeg(mechanism: TiltMechanism, { tiltDeg, swingDeg }: StandardTurn): number {
  const size = Math.hypot(tiltDeg, swingDeg);
  let [low, high] = [0, 60];
  for (let i = 0; i < 30; i++) {
    const more = (low + high) / 2;
    const k = 1 + more / size;
    const to = { tiltDeg: tiltDeg * k, swingDeg: swingDeg * k };
    const near = nearestTilt(mechanism, to);
    // A locked direction is followed exactly only along its arc, which this line leaves a little.
    if (Math.hypot(near.tiltDeg - to.tiltDeg, near.swingDeg - to.swingDeg) < 0.02) low = more;
    else high = more;
  }
  return low;
}

function reachable({ settings }: Geometry, trial: Trial): Fix | null {
  const mechanism = setupTiltMechanism(settings);
  if (mechanism === null) return null;
  const near = nearestTilt(mechanism, settings.front);
  // A tenth inside the end, so that it is not the very last.
  const size = Math.hypot(near.tiltDeg, near.swingDeg);
  const share = size > 0.2 ? (size - 0.2) / size : 1;
  const inside = (deg: number): number => Math.round(deg * share * 100) / 100 + 0;
  const front =
    mechanism.kind === 'line'
      ? nearestTilt(mechanism, { tiltDeg: near.tiltDeg * share, swingDeg: near.swingDeg * share })
      : { tiltDeg: inside(near.tiltDeg), swingDeg: inside(near.swingDeg) };
  return offer('tilt', { front }, trial);
}
