import { flareState } from '../framing/flare';
import { frameSpare } from '../framing/inFrame';
import { levelState } from '../framing/level';
import { stretchAt } from '../framing/stretch';
import type { Finding, FindingKind } from './finding';
import { stateOf } from './tight';
import type { SetupSettings } from '../model/setup';

type SceneCheck<K extends FindingKind> = (settings: SetupSettings) => Omit<Extract<Finding, { kind: K }>, 'remedies'> | null;

/** A tripod's legs, and somebody behind it, take about half a metre (common practice). */
const LEGS_M = 0.5;
/** Ratios nearer than this are the same to any eye. */
const STRETCH_TIGHT = 0.02;
/** A light source so near to the edge of the circle still catches the rim of the lens, degrees. */
const RIM_DEG = 2;

export const checkInFrame: SceneCheck<'inFrame'> = (settings) => {
  const spare = frameSpare(settings);
  return spare && { kind: 'inFrame', state: spare.spareMm === null ? 'fails' : stateOf(spare.spareMm), ...spare };
};

/** Tight in the last fifth of what is allowed: what a hand still levels better. */
export const checkLevel: SceneCheck<'level'> = (settings) => {
  const level = levelState(settings);
  if (level === null) return null;
  const pitch = { worse: 'pitch' as const, spareDeg: level.pitchAllowedDeg - Math.abs(level.pitchDeg), allowedDeg: level.pitchAllowedDeg };
  const roll = { worse: 'roll' as const, spareDeg: level.rollAllowedDeg - Math.abs(level.rollDeg), allowedDeg: level.rollAllowedDeg };
  const { worse, spareDeg, allowedDeg } =
    level.asks === 'both' && pitch.spareDeg / pitch.allowedDeg < roll.spareDeg / roll.allowedDeg ? pitch : roll;
  return { kind: 'level', state: stateOf(spareDeg, allowedDeg / 5), level, worse, spareDeg };
};

export const checkObstacle: SceneCheck<'obstacle'> = ({ scene }) => {
  if (scene === null || scene.roomM === null) return null;
  const spareM = scene.roomM - scene.distanceM;
  return { kind: 'obstacle', state: stateOf(spareM, LEGS_M), spareM };
};

export const checkStretch: SceneCheck<'stretch'> = (settings) => {
  const { scene } = settings;
  if (scene === null || scene.watched === null) return null;
  const stretch = stretchAt(settings, scene.watched);
  const accepted = scene.accepted.stretch;
  return { kind: 'stretch', state: stretch === null ? 'fails' : stateOf(accepted - stretch, STRETCH_TIGHT), stretch, accepted };
};

/** In the picture nothing shades it; outside the circle nothing needs to. */
export const checkFlare: SceneCheck<'flare'> = (settings) => {
  const flare = flareState(settings);
  if (flare === null) return null;
  const base = { kind: 'flare' as const, flare };
  if (flare.inPicture) return { ...base, state: 'tight' };
  if (flare.shaded) return { ...base, state: 'holds' };
  if (flare.circleDeg === null) return { ...base, state: 'unknown' };
  return { ...base, state: stateOf(flare.angleDeg - flare.circleDeg, RIM_DEG) };
};
