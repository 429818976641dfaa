import { apertureScale, stopsOf } from '../coverage/apertures';
import { shuttersOf, SHUTTERS } from '../exposure/shutter';
import { apertureWords, fixed } from '../words';
import type { ExposureKind } from './exposureKinds';
import type { Remedy } from './finding';
import { MOST_OFFERED, offer, type Trial } from './trial';
import type { Exposure } from '../model/exposure';
import type { SetupSettings } from '../model/setup';
import { NO_BRACKETS } from '../setup/defaults';

/** Up to three changes of how a picture is exposed that were tried, each of which makes the finding hold and no other worse. */
export function exposureRemedies(kind: ExposureKind, settings: SetupSettings, trial: Trial): readonly Remedy[] {
  const { exposure, rig } = settings;
  const said = (words: string, patch: Partial<Exposure>, more: Omit<Remedy['patch'], 'exposure'> = {}): Remedy | null => {
    const remedy = offer('exposure', { ...more, exposure: patch }, trial);
    return remedy && { ...remedy, said: words };
  };
  const aperture = (): Remedy | null => {
    const { widestFNumber, smallestFNumber, stopStep } = rig.lens;
    const from = stopsOf(settings.fNumber);
    const near = apertureScale(widestFNumber, smallestFNumber, stopStep)
      .filter((n) => n !== settings.fNumber)
      .sort((a, b) => Math.abs(stopsOf(a) - from) - Math.abs(stopsOf(b) - from));
    for (const fNumber of near) {
      const remedy = offer('aperture', { fNumber }, trial);
      if (remedy) return { ...remedy, said: apertureWords(fNumber) };
    }
    return null;
  };
  const otherShutter = (): Remedy | null => {
    for (const { kind: other } of shuttersOf(rig.parts)) {
      if (other === exposure.shutter) continue;
      const remedy = said(SHUTTERS[other], { shutter: other });
      if (remedy) return remedy;
    }
    return null;
  };
  const speed = (): Remedy | null => {
    // Film has the speed that it has.
    if (rig.parts.back.kind === 'film') return null;
    for (let by = 1 / 3; by <= 6.01; by += 1 / 3) {
      for (const sign of [1, -1]) {
        const iso = Math.round(exposure.iso * 2 ** (by * sign));
        if (iso < 25 || iso > 6400) continue;
        const remedy = said(`ISO ${iso}`, { iso });
        if (remedy) return remedy;
      }
    }
    return null;
  };
  const grey = (): Remedy | null => {
    for (const stops of [1, 2, 3, 4, 6, 10]) {
      const remedy = said(`a grey filter of ${stops} ${stops === 1 ? 'stop' : 'stops'}`, {
        filters: [...exposure.filters, { name: `grey ${fixed(stops * 0.3, 1)}`, stops }],
      });
      if (remedy) return remedy;
    }
    return null;
  };
  const fewer = (): Remedy | null =>
    settings.mosaic === null && exposure.brackets.count > 1 ? said('without brackets', { brackets: NO_BRACKETS }) : null;
  const steadier = (): Remedy | null => {
    for (const patch of [{ release: 'cable' }, { mirrorUp: true }, { release: 'cable', mirrorUp: true }] as const) {
      const remedy = said([...('release' in patch ? ['cable'] : []), ...('mirrorUp' in patch ? ['mirror up'] : [])].join(' and '), patch);
      if (remedy) return remedy;
    }
    return null;
  };
  const ways: Readonly<Record<ExposureKind, readonly (() => Remedy | null)[]>> = {
    time: [aperture, otherShutter, speed, grey, fewer],
    reciprocity: [],
    flash: [otherShutter, aperture, speed, grey],
    readout: [otherShutter],
    diffraction: [aperture],
    shake: [steadier, otherShutter],
    film: [fewer],
  };
  const found: Remedy[] = [];
  for (const way of ways[kind]) {
    if (found.length === MOST_OFFERED) break;
    const remedy = way();
    if (remedy) found.push(remedy);
  }
  return found;
}
