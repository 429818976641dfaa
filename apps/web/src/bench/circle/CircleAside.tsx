import type { StandSettings } from '@gangway/core/setup/settings';
import { shiftScaleOf } from '../facts';
import { ShiftScaleTable } from '../findings/ShiftScaleTable';
import { standEdit } from '../standEdit';
import { Legend } from './Legend';

/** Beside the Circle: how far one may go at every aperture, and what the lines mean. */
export function CircleAside({ settings }: { readonly settings: StandSettings }) {
  return (
    <>
      <ShiftScaleTable rows={shiftScaleOf(settings)} fNumber={settings.fNumber} onAperture={standEdit.setAperture} />
      <Legend />
    </>
  );
}
