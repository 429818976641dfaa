import type { Geometry } from '@gangway/core/geometry/geometry';
import { shiftScaleOf } from '../../setup/selectors';
import { ShiftScaleTable } from '../checks/ShiftScaleTable';
import { Legend } from './Legend';
import { movementEdit } from '../movements/movementEdit';

/** Beside the Circle: how far one may go at every aperture, and what the lines mean. */
export function CircleAside({ geometry }: { readonly geometry: Geometry }) {
  return (
    <>
      <ShiftScaleTable rows={shiftScaleOf(geometry.settings)} fNumber={geometry.settings.fNumber} onAperture={movementEdit.setAperture} />
      <Legend />
    </>
  );
}
