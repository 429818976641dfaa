import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../../geometry/geometry';
import { lostPins, pinStates, type PinState } from '../../geometry/pins';
import { apertureWords, capital, stopsWords } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { stateOf } from '../tight';
import { leastBy } from '../whichFrame';
import { blurWords, micronWords, onlyWhen } from '../wording';
import { bySolving, solvedWithAperture } from './solvedFix';
import { setupTiltMechanism } from '../../planning/setupTilt';

interface PinsFacts extends Facts {
  readonly fNumber: number;
  /** How much wider the aperture could be, stops; negative when it must be smaller, `null` when a pin cannot be imaged or lies on nothing. */
  readonly spareStops: number | null;
  /** The pin that is worst, its blur, and that in pixels; `null` on film. */
  readonly worst: {
    readonly name: string;
    readonly blurMm: number | null;
    readonly blurPx: number | null;
    readonly side: PinState['side'];
  } | null;
  readonly allowedMm: number;
  readonly count: number;
  /** Pins on things that the subject no longer has. */
  readonly lost: readonly string[];
}

/** Less than a third of a stop to spare is tight: one click of most lenses. */
export const TIGHT_STOPS = 1 / 3;

/** Are all pins sharp enough that must be? */
export const pins = defineCheck<'pins', PinsFacts>({
  kind: 'pins',
  name: checkNamesText.pins,
  step: 'focus',
  assumes: assumptionsText.pins,
  weight: 'counts',
  evaluate: (geometry) =>
    geometry.settings.scene !== null && geometry.settings.pins.some(({ role }) => role === 'sharp') ? sharpFacts(geometry) : null,
  margin: ({ spareStops }) => (spareStops === null ? null : { value: spareStops, unit: 'stops' }),
  message: pinsSentence,
  note: ({ lost, state, allowedMm }) => {
    if (lost.length > 0)
      return say(focusText.theSubjectNoLongerHas, { lost: lost.map((name) => `“${name}”`).join(', '), length: lost.length });
    return state === 'passes' ? null : say(focusText.aBlurOfUpTo, { allowedMm: micronWords(allowedMm) });
  },
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield bySolving(geometry, 'none', trial);
    yield bySolving(geometry, 'front', trial);
    yield nearestAperture(geometry, trial, { toward: 'smaller' });
    yield solvedWithAperture(geometry, 'front', trial);
    yield solvedWithAperture(geometry, 'none', trial);
    yield setupTiltMechanism(geometry.settings) === null ? bySolving(geometry, 'rear', trial) : null;
  },
});

function sharpFacts(geometry: Geometry): PinsFacts {
  const { cocMm } = geometry.blurAllowed;
  const asked = pinStates(geometry).filter(({ pin }) => pin.role === 'sharp');
  const lost = lostPins(geometry)
    .filter(({ role }) => role === 'sharp')
    .map(({ name }) => name);
  const base = { fNumber: geometry.settings.fNumber, allowedMm: cocMm, count: asked.length, lost };
  const weighed = (each: PinState): number => (each.blurMm === null ? Infinity : each.blurMm * each.pin.weight);
  const worst = leastBy(asked, (each) => -weighed(each));
  if (!worst) return { ...base, state: 'unknown', spareStops: null, worst: null };
  const { blurMm, side } = worst;
  const shown = {
    name: worst.pin.name,
    blurMm,
    side,
    blurPx: blurMm === null || geometry.pixelMm === null ? null : blurMm / geometry.pixelMm,
  };
  if (blurMm === null) return { ...base, state: 'fails', spareStops: null, worst: shown };
  // Blur goes with the opening: so many stops as its ratio to what is allowed.
  const spareStops = blurMm === 0 ? Infinity : 2 * Math.log2(cocMm / weighed(worst));
  const state = stateOf(spareStops, TIGHT_STOPS);
  return { ...base, state: state === 'fails' || lost.length === 0 ? state : 'unknown', spareStops, worst: shown };
}

function pinsSentence({ state, worst, spareStops, count, fNumber }: PinsFacts): string {
  if (worst === null) return focusText.whetherThePinsAreSharp;
  if (worst.blurMm === null) return say(focusText.cannotBeFocusedAtAll, { name: worst.name });
  if (state === 'fails') {
    const side = worst.side === 'inFocus' ? '' : say(focusText.thanThePlaneOfSharp, { side: worst.side });
    const blurred = say(focusText.isBlurredBy, { name: worst.name, blurMm: blurWords(worst.blurMm, worst.blurPx), side });
    return say(focusText.tooMuchAt, {
      blurred: capital(blurred),
      spareStops: stopsWords(-(spareStops ?? 0)),
      fNumber: apertureWords(fNumber),
    });
  }
  const spare =
    spareStops === Infinity
      ? focusText.inThePlaneItself
      : say(focusText.withToSpare, { state: onlyWhen(state === 'tight'), spareStops: stopsWords(spareStops ?? 0) });
  return say(focusText.sharpEnoughAt, { name: allPins(worst.name, count), fNumber: apertureWords(fNumber), spare });
}

function allPins(name: string, count: number): string {
  if (count === 1) return say(focusText.is, { name });
  return count === 2 ? focusText.bothPinsAre : say(focusText.allPinsAre, { count });
}
