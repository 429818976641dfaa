import { shiftScaleOf } from '../facts';
import { ShiftScaleTable } from '../findings/ShiftScaleTable';
import { standEdit } from '../standEdit';
import { Legend } from './Legend';
import type { SetupSettings } from '@gangway/core/model/setup';

/** Beside the Circle: how far one may go at every aperture, and what the lines mean. */
export function CircleAside({ settings }: { readonly settings: SetupSettings }) {
  return (
    <>
      <ShiftScaleTable rows={shiftScaleOf(settings)} fNumber={settings.fNumber} onAperture={standEdit.setAperture} />
      <Legend />
    </>
  );
}
