import { ringOf } from '../../coverage/apertures';
import { freshGeometry, type Geometry } from '../../geometry/geometry';
import type { SetupPatch } from '../../model/setup';
import { solveFocus, type TurnedBy } from '../../planning/solveFocus';
import { reaches } from '../../rig/mechanism';
import { patched } from '../../setup/patch';
import { offer, type Fix, type Trial } from '../fix';
import { movementIntoCircle } from '../movementFix';
import { givenBack } from '../../planning/givenBack';

/** A patch with the movement that puts the picture back after a tilt, where the slides reach it. */
export function keepingPicture(geometry: Geometry, patch: SetupPatch): SetupPatch {
  const next = freshGeometry(patched(geometry.settings, patch));
  const movements = givenBack(next);
  return movements && reaches(next.settings.rig.mechanism, movements) === true ? { ...patch, movements, composed: true } : patch;
}

/** The setting that holds the pins, by turning the lens, the back or nothing. */
export function bySolving(geometry: Geometry, by: TurnedBy, trial: Trial): Fix | null {
  const found = solveFocus(geometry, by);
  return found.ok ? keptInCircle(geometry, by === 'none' ? 'focus' : 'tilt', found.solution.patch, trial) : null;
}

/** The setting that holds the pins with the aperture that it takes. */
export function solvedWithAperture(geometry: Geometry, by: TurnedBy, trial: Trial): Fix | null {
  const { rig, fNumber: present } = geometry.settings;
  const found = solveFocus(geometry, by);
  // At an aperture that is small enough already the setting alone was offered.
  if (!found.ok || found.solution.marked === null || found.solution.marked <= present) return null;
  const { marked, patch } = found.solution;
  for (const fNumber of ringOf(rig.lens)
    .filter((mark) => mark >= marked)
    .slice(0, 4)) {
    const fix = keptInCircle(geometry, 'several', { ...patch, fNumber }, trial);
    if (fix) return fix;
  }
  return null;
}

/** A setting as it is, with the picture kept, or with the movement that brings the frame back into the circle that the tilt has carried away. */
function keptInCircle(geometry: Geometry, control: Fix['control'], patch: SetupPatch, trial: Trial): Fix | null {
  const kept = keepingPicture(geometry, patch);
  const followed = (): Fix | null => {
    const movements = movementIntoCircle(freshGeometry(patched(geometry.settings, patch)));
    return movements && offer(control, { ...patch, movements, composed: true }, trial);
  };
  return offer(control, kept, trial) ?? (kept === patch ? null : offer(control, patch, trial)) ?? followed();
}
