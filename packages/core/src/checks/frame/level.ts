import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { frameText } from '@gangway/messages/core/checks/frame';
import { say } from '@gangway/messages/say';
import { levelState, type LevelState } from '../../framing/level';
import { freshGeometry, type Geometry } from '../../geometry/geometry';
import { levelOf } from '../../geometry/standards';
import type { Scene } from '../../model/scene';
import type { Placing, SetupPatch, SetupSettings } from '../../model/setup';
import { keepingCentre } from '../../planning/keepCentre';
import { patched } from '../../setup/patch';
import { fixed } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { firstOffer, offer, onStep, SCALE_STEP_MM, type Fix, type Trial } from '../fix';
import { changed, distancesBeyond, movementThatHolds } from '../placeFix';
import { stateOf } from '../tight';
import { onlyWhen } from '../wording';

interface LevelFacts extends Facts {
  readonly level: LevelState;
  /** Which of the two is nearer to what is allowed, or farther beyond. */
  readonly worse: 'pitch' | 'roll';
  /** What is left of the tolerance, degrees; negative beyond it. */
  readonly spareDeg: number;
}

/** Is the back as level as the picture asks? Tight in the last fifth of what is allowed: what a hand still levels better. */
export const level = defineCheck<'level', LevelFacts>({
  kind: 'level',
  name: checkNamesText.level,
  step: 'frame',
  assumes: assumptionsText.level,
  weight: 'counts',
  evaluate: (geometry) => {
    const found = levelState(geometry);
    if (found === null) return null;
    const pitch = {
      worse: 'pitch' as const,
      spareDeg: found.pitchAllowedDeg - Math.abs(found.pitchDeg),
      allowedDeg: found.pitchAllowedDeg,
    };
    const roll = { worse: 'roll' as const, spareDeg: found.rollAllowedDeg - Math.abs(found.rollDeg), allowedDeg: found.rollAllowedDeg };
    const pitchIsWorse = found.asks === 'both' && pitch.spareDeg / pitch.allowedDeg < roll.spareDeg / roll.allowedDeg;
    const { worse, spareDeg, allowedDeg } = pitchIsWorse ? pitch : roll;
    return { state: stateOf(spareDeg, allowedDeg / 5), level: found, worse, spareDeg };
  },
  margin: ({ spareDeg }) => ({ value: spareDeg, unit: '°' }),
  message: levelSentence,
  note: ({ level: { tolerance, hasPixels }, worse }) => {
    const [px, mm] =
      worse === 'pitch' ? [tolerance.pitchTenthPx, tolerance.pitchTenthPrintMm] : [tolerance.rollTenthPx, tolerance.rollTenthPrintMm];
    const what = worse === 'pitch' ? frameText.makesTheOuterVerticalsConverge : frameText.raisesOneEndOfThe;
    return say(frameText.aTenthOfADegree, {
      what,
      mm: fixed(mm, 2),
      hasPixels: hasPixels ? say(frameText.pxInTheFile, { px: fixed(px, 1) }) : '',
    });
  },
  missing: () => null,
  *fixes({ geometry, trial }) {
    const { scene } = geometry.settings;
    if (scene !== null && geometry.back !== null) yield* levelled(geometry, scene, levelOf(geometry.back).pitchDeg, trial);
  },
});

function levelSentence({ level: found, worse, state, spareDeg }: LevelFacts): string {
  const of = worse === 'pitch' ? found.pitchDeg : found.rollDeg;
  const wantedDeg = fixed(Math.abs(found.wantedDeg), 1);
  if (state === 'fails') {
    const way =
      worse === 'pitch'
        ? say(frameText.pitchedUp, { of: of > 0 ? 'yes' : 'no' })
        : say(frameText.rolledClockwise, { of: of > 0 ? 'yes' : 'no' });
    const wanted = worse === 'pitch' && found.wantedDeg !== 0 ? say(frameText.beyondTheWanted, { wantedDeg }) : '';
    const by = fixed(Math.abs(of), Math.abs(of) < 1 ? 2 : 1);
    return say(frameText.theBackIsByOver, { way, by, wanted, spareDeg: fixed(-spareDeg, 2) });
  }
  const allowed = worse === 'pitch' ? found.pitchAllowedDeg : found.rollAllowedDeg;
  return say(frameText.withinOfWithToSpare, {
    found: passesAsTrue(found, wantedDeg),
    allowed: fixed(allowed, 2),
    worse,
    state: onlyWhen(state === 'tight'),
    spareDeg: fixed(spareDeg, 2),
  });
}

function passesAsTrue(found: LevelState, wantedDeg: string): string {
  if (found.asks === 'horizon') return frameText.theHorizonIsWithinTolerance;
  return found.wantedDeg === 0 ? frameText.verticalsAndHorizontalsAreWithin : say(frameText.verticalsConvergeAsWantedBy, { wantedDeg });
}

/**
 * Level with the same picture by movements, or alone, or with the movement
 * that the subject then needs; with another aperture or from farther away when
 * that is what it takes; or the pitch as it is by choice.
 */
function* levelled(geometry: Geometry, scene: Scene, pitchDeg: number, trial: Trial): Generator<Fix | null> {
  // What the back is turned on its camera, the head gives back.
  const placing: Placing = { pitchDeg: scene.accepted.convergeDeg + geometry.settings.rear.tiltDeg + 0, rollDeg: 0 };
  const kept = keepingCentre(geometry, placing);
  const same = kept && changed(geometry, { riseMm: onStep(kept.riseMm / SCALE_STEP_MM), shiftMm: onStep(kept.shiftMm / SCALE_STEP_MM) });
  const single = [same && offer('level', { placing, movements: same }, trial), offer('level', { placing }, trial)];
  yield* single;
  if (single.every((fix) => fix === null))
    yield levelWithMore(geometry, { ...geometry.settings, scene: { ...scene, ...placing } }, placing, trial);
  yield offer('choice', { placing: { rollDeg: 0 }, accepted: { convergeDeg: Math.round(pitchDeg * 100) / 100 } }, trial);
}

/** Level with the movement that the subject then needs, at another aperture or from farther away if need be. */
function levelWithMore(
  geometry: Geometry,
  straight: SetupSettings & { readonly scene: Scene },
  placing: Placing,
  trial: Trial,
): Fix | null {
  const needed = movementThatHolds(freshGeometry(straight));
  const patch: SetupPatch = { placing, ...(needed && { movements: changed(geometry, needed) ?? {} }) };
  return (
    offer('level', patch, trial) ??
    nearestAperture(geometry, trial, { control: 'level', patch }) ??
    firstOffer('level', fartherAndLevel(straight, placing), trial)
  );
}

function* fartherAndLevel(straight: SetupSettings & { readonly scene: Scene }, placing: Placing): Generator<SetupPatch> {
  for (const distanceM of distancesBeyond(straight.scene.distanceM)) {
    const needed = movementThatHolds(freshGeometry(patched(straight, { distanceM })));
    if (needed) yield { placing, distanceM, movements: changed(freshGeometry(straight), needed) ?? {} };
  }
}
