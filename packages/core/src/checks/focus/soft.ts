import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../../geometry/geometry';
import { pinStates } from '../../geometry/pins';
import { isolate } from '../../planning/isolate';
import { capital, fixed, stopsWords } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { stateOf } from '../tight';
import { leastBy } from '../whichFrame';
import { blurWords, onlyWhen } from '../wording';
import { TIGHT_STOPS } from './pins';
import { keepingPicture } from './solvedFix';

interface SoftFacts extends Facts {
  /** How much smaller the aperture could be, stops; negative when it must be wider, `null` when no such pin can be looked at. */
  readonly spareStops: number | null;
  readonly worst: { readonly name: string; readonly blurMm: number; readonly blurPx: number | null } | null;
  /** Pins that cannot be looked at: on what the subject no longer has, or not imaged at all. */
  readonly lost: readonly string[];
  readonly times: number;
}

/** Are the pins soft that must be? */
export const soft = defineCheck<'soft', SoftFacts>({
  kind: 'soft',
  name: checkNamesText.soft,
  step: 'focus',
  assumes: assumptionsText.soft,
  weight: 'counts',
  evaluate: (geometry) =>
    geometry.settings.scene !== null && geometry.settings.pins.some(({ role }) => role === 'soft') ? softFacts(geometry) : null,
  margin: ({ spareStops }) => (spareStops === null ? null : { value: spareStops, unit: 'stops' }),
  message: ({ state, worst, spareStops, times, lost }) => {
    if (worst === null || spareStops === null || state === 'unknown')
      return say(focusText.whetherIsSoftIsUnknown, { lost: lost.map((name) => `“${name}”`).join(', '), length: lost.length });
    const blurred = say(focusText.isBlurredBy2, { name: worst.name, blurMm: blurWords(worst.blurMm, worst.blurPx) });
    if (state === 'fails') return say(focusText.notSoftYetThatNeeds, { blurred: capital(blurred), times: fixed(times, 0) });
    return say(focusText.softAsWantedWithTo, { blurred, state: onlyWhen(state === 'tight'), spareStops: stopsWords(spareStops) });
  },
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield nearestAperture(geometry, trial, { toward: 'wider' });
    yield isolated(geometry, trial, 'swing');
    yield isolated(geometry, trial, 'tilt');
  },
});

function softFacts(geometry: Geometry): SoftFacts {
  const { pixelMm, settings } = geometry;
  const times = settings.limits.softTimes;
  const looked = pinStates(geometry).flatMap(({ pin, leastBlurMm }) =>
    pin.role === 'soft' && leastBlurMm !== null ? [{ id: pin.id, name: pin.name, blurMm: leastBlurMm }] : [],
  );
  const lost = settings.pins.filter(({ id, role }) => role === 'soft' && !looked.some((each) => each.id === id)).map(({ name }) => name);
  const worst = leastBy(looked, ({ blurMm }) => blurMm);
  if (!worst) return { state: 'unknown', spareStops: null, times, worst: null, lost };
  const { name, blurMm } = worst;
  const spareStops = blurMm === 0 ? -Infinity : 2 * Math.log2(blurMm / (times * geometry.blurAllowed.cocMm));
  const state = stateOf(spareStops, TIGHT_STOPS);
  return {
    state: state === 'fails' || lost.length === 0 ? state : 'unknown',
    spareStops,
    times,
    lost,
    worst: { name, blurMm, blurPx: pixelMm === null ? null : blurMm / pixelMm },
  };
}

function isolated(geometry: Geometry, trial: Trial, movement: 'tilt' | 'swing'): Fix | null {
  const { pins, limits } = geometry.settings;
  const own = pins.find(({ role }) => role === 'sharp');
  if (!own) return null;
  // A little more than is asked, so that it passes with something to spare.
  const found = isolate(geometry, own.id, movement, geometry.blurAllowed.cocMm * limits.softTimes * 1.15);
  return found?.enough === true ? offer('tilt', keepingPicture(geometry, found.patch), trial) : null;
}
