import type { Geometry } from '@gangway/core/geometry/geometry';
import { shiftScaleOf } from '../../setup/selectors';
import { ShiftScaleTable } from '../checks/ShiftScaleTable';
import { Legend } from './Legend';
import { movementEdit } from '../movements/movementEdit';

/** By the Circle: how far the frame may move at every aperture, and what the lines mean. */
export function CirclePanel({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div className="grid content-start gap-4 overflow-y-auto pl-3 max-lg:pl-0">
      <ShiftScaleTable rows={shiftScaleOf(geometry.settings)} fNumber={geometry.settings.fNumber} onAperture={movementEdit.setAperture} />
      <Legend />
    </div>
  );
}
