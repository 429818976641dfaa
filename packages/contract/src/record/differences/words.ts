import { differencesText } from '@gangway/messages/contract/differences';
import { say } from '@gangway/messages/say';
import type { FlashLight, Meter, Reciprocity } from '@gangway/core/fields/exposure';
import { timeWords } from '@gangway/core/exposure/shutter';
import { SUBJECTS, type Subject } from '@gangway/core/subjects/subject';
import { apertureWords } from '@gangway/core/words';
import { numberWords } from './fieldLeaves';

// Settings that have a shape of their own, in words that tell two of them apart.

/** What a meter read: “1/60 s at f/8, ISO 100”, “EV 11, ISO 100”. */
export function meterWords(meter: Meter | null): string {
  if (meter === null) return differencesText.none;
  const iso = numberWords(meter.iso, '');
  return meter.kind === 'ev'
    ? say(differencesText.meterEv, { ev: numberWords(meter.ev, ''), iso })
    : say(differencesText.meterPair, { time: timeWords(meter.shutterSpeedS), aperture: apertureWords(meter.fNumber), iso });
}

/** The light of a flash: “2 pops, f/11 at ISO 100”, “1 pop, guide number 36 m, 3 m away, ISO 100”. */
export function flashWords(light: FlashLight | null): string {
  if (light === null) return differencesText.none;
  const { reading, pops } = light;
  const iso = numberWords(reading.iso, '');
  return reading.kind === 'meter'
    ? say(differencesText.flashMeter, { pops, aperture: apertureWords(reading.fNumber), iso })
    : say(differencesText.flashGuide, {
        pops,
        guide: numberWords(reading.guideNumberM, 'm'),
        distance: numberWords(reading.distanceM, 'm'),
        iso,
      });
}

/** How reciprocity is corrected. */
export function reciprocityWords(reciprocity: Reciprocity): string {
  switch (reciprocity.kind) {
    case 'film':
      return differencesText.reciprocityFilm;
    case 'none':
      return differencesText.none;
    case 'exponent':
      return say(differencesText.reciprocityExponent, { exponent: numberWords(reciprocity.exponent, '') });
    case 'table':
      return say(differencesText.reciprocityTable, { n: reciprocity.rows.length });
  }
}

/** What stands before the camera, with its dimensions: “Flat sheet: Width 0.42 m, Height 0.297 m”. */
export function subjectWords(subject: Subject): string {
  const { title, dimensions } = SUBJECTS[subject.kind];
  const values: Readonly<Record<string, unknown>> = { ...subject };
  const sizes = Object.entries(dimensions).flatMap(([key, { label, unit }]) => {
    const value = values[key];
    return typeof value === 'number' ? [`${label} ${numberWords(value, unit)}`] : [];
  });
  return say(differencesText.within, { group: title, label: sizes.join(', ') });
}
