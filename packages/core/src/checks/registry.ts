import type { CheckDefinition, Facts } from './check';
import { imageCircle } from './coverage/imageCircle';
import { rayAngle } from './coverage/rayAngle';
import { sharpCircle } from './coverage/sharpCircle';
import { travel } from './coverage/travel';
import { diffraction } from './expose/diffraction';
import { film } from './expose/film';
import { flash } from './expose/flash';
import { flashPower } from './expose/flashPower';
import { pops } from './expose/pops';
import { readout } from './expose/readout';
import { reciprocity } from './expose/reciprocity';
import { shake } from './expose/shake';
import { time } from './expose/time';
import { composed } from './focus/composed';
import { pins } from './focus/pins';
import { reach } from './focus/reach';
import { soft } from './focus/soft';
import { stack } from './focus/stack';
import { tiltScale } from './focus/tiltScale';
import { tiltTravel } from './focus/tiltTravel';
import { flare } from './frame/flare';
import { inFrame } from './frame/inFrame';
import { level } from './frame/level';
import { stretch } from './frame/stretch';
import { obstacle } from './position/obstacle';
import { overlap } from './stitch/overlap';
import { parallax } from './stitch/parallax';
import { room } from './stitch/room';
import { seam } from './stitch/seam';

/** Every check there is, in the order in which checks of the same state are listed. The only list: all else is read from it. */
export const CHECKS = [
  inFrame,
  imageCircle,
  sharpCircle,
  rayAngle,
  travel,
  level,
  obstacle,
  stretch,
  flare,
  pins,
  soft,
  stack,
  tiltTravel,
  tiltScale,
  reach,
  composed,
  overlap,
  parallax,
  seam,
  room,
  time,
  reciprocity,
  flash,
  flashPower,
  pops,
  readout,
  diffraction,
  shake,
  film,
] as const;

type Entry = (typeof CHECKS)[number];

/** The name of a check. */
export type CheckKind = Entry['kind'];

type FoundBy<D> = D extends CheckDefinition<infer K, infer F> ? F & Pick<Facts, 'doubt'> & { readonly kind: K } : never;

/** What one check has found in a setup, with its kind. */
export type Found = FoundBy<Entry>;

/** What the check of one kind finds. */
export type FoundOf<K extends CheckKind> = Extract<Found, { readonly kind: K }>;

const BY_KIND: ReadonlyMap<string, CheckDefinition<string, Facts>> = new Map(CHECKS.map((each) => [each.kind, each]));

/**
 * The definition of a check by its name.
 *
 * @param kind which check
 *
 * @example
 * checkNamed('sharpCircle').kind // => 'sharpCircle'
 */
export function checkNamed(kind: CheckKind): CheckDefinition<string, Facts> {
  const found = BY_KIND.get(kind);
  if (!found) throw new Error(`there is no check “${kind}”`);
  return found;
}
