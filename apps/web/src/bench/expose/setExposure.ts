import { exposeText } from '@gangway/messages/web/bench/expose';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { exposureSchema } from '@gangway/contract/exposure';
import { meanShotS } from '@gangway/core/exposure/working';
import type { Exposure } from '@gangway/core/model/exposure';
import type { SetupSettings } from '@gangway/core/model/setup';
import { setupEdit } from '../editing/setupEdit';

/** Changes how the picture is exposed, or says why it cannot be so. A mosaic is counted with the same time and as many brackets. */
export function setExposure(changes: Partial<Exposure>, said: string): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const parsed = exposureSchema.safeParse({ ...settings.exposure, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? exposeText.thisValueIsNotAllowed;
  const next: SetupSettings = { ...settings, exposure: parsed.data };
  if (!next.mosaic) {
    setupEdit.change(next, said);
    return null;
  }
  const counted: SetupSettings = {
    ...next,
    mosaic: { ...next.mosaic, series: { ...next.mosaic.series, ...(changes.brackets && { brackets: parsed.data.brackets.count }) } },
  };
  const exposureS = meanShotS(geometryOf(counted));
  setupEdit.change(
    counted.mosaic && exposureS !== null
      ? { ...counted, mosaic: { ...counted.mosaic, series: { ...counted.mosaic.series, exposureS: Math.min(3600, exposureS) } } }
      : counted,
    said,
  );
  return null;
}
