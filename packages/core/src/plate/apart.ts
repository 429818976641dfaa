import type { Plate } from '../model/plate';
import { cameraAxes } from '../space/pose';
import { withFront } from './asFront';
import { foundCamera, type SetWithin } from './foundCamera';
import { outlinedFront } from './front';
import type { KnownOther, KnownPlate } from './known';
import { middleOf } from './pixel';

/** The height of the camera, as two photographs from places a known distance apart tell it. */
export interface HeightByMove {
  readonly cameraHeightM: number;
  /** One standard deviation, m. */
  readonly doubtM: number;
  /** Whether both fit together only if one of them was zoomed or cropped: then the height cannot be trusted. */
  readonly strained: boolean;
  /** How many of the matches it rests on. */
  readonly used: number;
}

/** The height, or what is missing for it. */
export type HeightByMoveResult =
  { readonly found: HeightByMove } | { readonly missing: 'apart' | 'comparison' | 'focal' | 'level' | 'outline' | 'matches' | 'move' };

/** One camera twice: its lens points to the same place of its picture, and draws as large but for its focusing (from memory: 0.3 % from 3 m to infinity). The picture is counted as 36 × 24 mm by the diagonal. */
const SAME_CAMERA: SetWithin = { riseMm: 0.02, shiftMm: 0.02, larger: 0.003 };
/** The diagonal of that, mm. */
const DIAGONAL_MM = Math.hypot(36, 24);
/** A way that is not known to a third of itself is no measure. */
const KNOWN_TO = 1 / 3;

/**
 * The height of the camera above the foot of an outlined front, from a second photograph of that front
 * taken a measured distance away: the front is outlined at the height that is set, the second camera is found before it,
 * and all is scaled so that both stand as far apart as was measured. Source: as `foundCamera`; one length fixes the scale of what two pictures show
 * (Hartley and Zisserman, “Multiple View Geometry”, 2004, 10.2).
 *
 * @param plate the first photograph
 * @param known what follows of it
 * @param other the second
 *
 * @example
 * heightByMove(quayPlate, { projection: null, level: null, turnedAwayDeg: null, held: null, others: [] }, { photograph: { pictureId: '', name: '', widthPx: 400, heightPx: 300, equivalentMm: null, matches: null, apart: null }, projection: null, turned: null }) // => {missing: 'apart'}
 */
export function heightByMove(
  plate: Plate,
  { projection, level, held }: KnownPlate,
  { photograph: { apart, matches, widthPx, heightPx, equivalentMm }, projection: other }: KnownOther,
): HeightByMoveResult {
  if (apart === null) return { missing: 'apart' };
  if (projection === null || other === null || equivalentMm === null) return { missing: 'focal' };
  if (level === null || held === null) return { missing: 'level' };
  if (matches === null) return { missing: 'comparison' };
  if (plate.outline === null) return { missing: 'outline' };
  const front = outlinedFront(projection, level, plate.outline, plate.cameraHeightM);
  const { scene, plate: standing } = withFront(plate, front, null);
  if (standing.from === null || scene.subject.kind !== 'front') return { missing: 'outline' };
  const { asideM, distanceM, cameraHeightM } = standing.from;
  const at = [asideM, cameraHeightM, -distanceM] as const;
  const looking = { ...held, yawDeg: 0 };
  const perPx = DIAGONAL_MM / Math.hypot(widthPx, heightPx);
  const [middleU, middleV] = middleOf(other);
  const camera = foundCamera(
    { plate: projection, held: looking, place: { plateAt: at, front: scene.subject, ground: true } },
    { from: { at, axes: cameraAxes(looking) }, imageMm: equivalentMm, riseMm: 0, shiftMm: 0 },
    matches.map(([u, v, x, y]) => ({ platePx: [u, v], onBack: [(x - middleU) * perPx, (middleV - y) * perPx] })),
    { levelDoubtDeg: 0, setWithin: SAME_CAMERA },
  );
  if (!camera) return { missing: 'matches' };
  const { by, doubt } = camera.moved;
  if (doubt === null || !(doubt < KNOWN_TO * by)) return { missing: 'move' };
  const found = (cameraHeightM * apart.byM) / by;
  return {
    found: {
      cameraHeightM: found,
      doubtM: found * Math.hypot(doubt / by, apart.doubtM / apart.byM),
      strained: camera.strained,
      used: camera.used,
    },
  };
}
