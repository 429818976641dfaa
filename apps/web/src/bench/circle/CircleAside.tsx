import type { Geometry } from '@gangway/core/geometry/geometry';
import { shiftScaleOf } from '../facts';
import { ShiftScaleTable } from '../findings/ShiftScaleTable';
import { standEdit } from '../standEdit';
import { Legend } from './Legend';

/** Beside the Circle: how far one may go at every aperture, and what the lines mean. */
export function CircleAside({ geometry }: { readonly geometry: Geometry }) {
  return (
    <>
      <ShiftScaleTable rows={shiftScaleOf(geometry.settings)} fNumber={geometry.settings.fNumber} onAperture={standEdit.setAperture} />
      <Legend />
    </>
  );
}
