import { listed } from '@gangway/messages/list';
import { planningText } from '@gangway/messages/core/planning';
import { say } from '@gangway/messages/say';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { sharpCircleAt, setupMargin } from '../geometry/circles';
import { apertureScale } from '../coverage/apertures';
import { effectiveFNumber, mtf } from '../focus/diffraction';
import { apertureWords, fixed } from '../words';
import { pinStates } from '../geometry/pins';
import type { SetupSettings } from '../model/setup';

/** Green light, in the middle of what eye and sensor see, nm. */
export const WAVELENGTH_NM = 550;

/** What the aperture does to the blur of the worst pin, mm. */
export interface BlurAt {
  readonly fNumber: number;
  /** Of the worst pin that must be sharp, times its weight; `null` without such a pin or where it cannot be imaged. */
  readonly defocusMm: number | null;
  /** Diameter of the Airy disc at the working aperture. */
  readonly diffractionMm: number;
  readonly togetherMm: number | null;
}

export interface ApertureChoice {
  readonly allowedMm: number;
  /** Finely, for a chart, and at each mark of the ring. */
  readonly curve: readonly BlurAt[];
  readonly ring: readonly BlurAt[];
  /** The widest mark that holds all pins, as the standard asks; `null` when none does or there are no pins. */
  readonly holdsFrom: number | null;
  /** The mark with the least blur of both kinds; `null` without pins. */
  readonly balanced: number | null;
  /** The widest mark at which the frame is inside the sharp circle; `null` when none is or no circle is known. */
  readonly circleFrom: number | null;
  /** The mark at which the Airy disc is as wide as the blur allowed: smaller apertures soften everything. */
  readonly softFrom: number | null;
  /** What the widest mark that holds all pins is compared with. */
  readonly verdict: ChoiceVerdict;
}

/** What is said of the marks of the ring. */
export type ChoiceVerdict =
  | { readonly kind: 'noPin' | 'cannotFocus' }
  /** No mark holds all pins; `left` are those still blurred at the last. */
  | { readonly kind: 'noneHolds'; readonly lastFNumber: number; readonly left: readonly string[] }
  | {
      readonly kind: 'holds';
      /** The next wider mark, the pins it leaves blurred, and how much contrast in the finest detail the step costs, 0 to 1; `null` at the widest. */
      readonly before: {
        readonly fNumber: number;
        readonly left: readonly string[];
        readonly all: boolean;
        readonly softer: number;
      } | null;
      /** Whether diffraction alone exceeds the standard there. */
      readonly diffractionExceeds: boolean;
    };

/** Defocus of the worst pin that must be sharp. Its blur shrinks as the opening does, so one look serves all apertures. */
function worstBlur(geometry: Geometry, fNumber: number): number | null {
  const asked = pinStates(geometry, fNumber).filter(({ pin }) => pin.role === 'sharp');
  if (asked.length === 0) return null;
  let worst = 0;
  for (const { blurMm, pin } of asked) {
    if (blurMm === null) return null;
    worst = Math.max(worst, blurMm * pin.weight);
  }
  return worst;
}

/**
 * The pupil ratio of the lens in a rig, 1 unless known.
 *
 * @param settings what of the settings it depends on
 *
 * @example
 * pupilRatio(front) // => 1
 */
export function pupilRatio({ rig }: Pick<SetupSettings, 'rig'>): number {
  return rig.parts.lens.specs.pupilRatio ?? 1;
}

/** Diameter of the Airy disc at a marked aperture, close-up factor counted, mm. */
export function airyMm(geometry: Geometry, fNumber: number): number {
  return (2.44 * WAVELENGTH_NM * effectiveFNumber(fNumber, Math.max(0, geometry.magnification), pupilRatio(geometry.settings))) / 1e6;
}

/**
 * Blur of the worst pin by defocus, by diffraction, and by both (as the root
 * of the sum of their squares, which P. Hansma, "View Camera Focusing in
 * Practice", 1996, uses for the balance), against the f-number.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * apertureChoice(frontGeometry).holdsFrom // => 4
 */
export function apertureChoice(geometry: Geometry): ApertureChoice {
  const { widestFNumber, smallestFNumber, stopStep } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  const marks = apertureScale(widestFNumber, smallestFNumber, stopStep);
  const at = (fNumber: number): BlurAt => {
    const defocusMm = worstBlur(geometry, fNumber);
    const diffractionMm = airyMm(geometry, fNumber);
    return { fNumber, defocusMm, diffractionMm, togetherMm: defocusMm === null ? null : Math.hypot(defocusMm, diffractionMm) };
  };
  const ring = marks.map(at);
  const points = 36;
  const curve = Array.from({ length: points + 1 }, (_, i) => at(widestFNumber * (smallestFNumber / widestFNumber) ** (i / points)));
  const holdsFrom = ring.find(({ defocusMm }) => defocusMm !== null && defocusMm <= cocMm * (1 + 1e-9))?.fNumber ?? null;
  const together = ring.filter((each): each is BlurAt & { togetherMm: number } => each.togetherMm !== null);
  const balanced =
    together.length === 0 ? null : together.reduce((best, each) => (each.togetherMm < best.togetherMm ? each : best)).fNumber;
  const circleFrom =
    marks.find((fNumber) => {
      const circle = sharpCircleAt(geometry, fNumber);
      return circle !== null && setupMargin(freshGeometry({ ...geometry.settings, fNumber }), circle).valueMm >= 0;
    }) ?? null;
  const softFrom = ring.find(({ diffractionMm }) => diffractionMm > cocMm)?.fNumber ?? null;
  return {
    allowedMm: cocMm,
    curve,
    ring,
    holdsFrom,
    balanced,
    circleFrom,
    softFrom,
    verdict: choiceVerdict({ geometry, ring, cocMm, holdsFrom, balanced }),
  };
}

/** The share of contrast in the finest detail of the standard (line pairs two permissible blurs wide) that stopping down from one aperture to another takes. */
export function softerBy(geometry: Geometry, from: number, to: number): number {
  const { cocMm } = geometry.blurAllowed;
  const lambdaMm = WAVELENGTH_NM / 1e6;
  const m = Math.max(0, geometry.magnification);
  const left = (n: number): number => mtf((lambdaMm * effectiveFNumber(n, m, pupilRatio(geometry.settings))) / (2 * cocMm));
  return 1 - left(to) / left(from);
}

/** Which of the pins that must be sharp an aperture does not hold. */
export function notHeld(geometry: Geometry, fNumber: number): readonly string[] {
  const { cocMm } = geometry.blurAllowed;
  return pinStates(geometry, fNumber)
    .filter(({ pin, blurMm }) => pin.role === 'sharp' && (blurMm === null || blurMm * pin.weight > cocMm * (1 + 1e-9)))
    .map(({ pin }) => pin.name);
}

interface ChoiceVerdictInput {
  readonly geometry: Geometry;
  readonly ring: readonly BlurAt[];
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  readonly holdsFrom: number | null;
  readonly balanced: number | null;
}

function choiceVerdict({ geometry, ring, cocMm, holdsFrom, balanced }: ChoiceVerdictInput): ChoiceVerdict {
  const sharp = geometry.settings.pins.filter(({ role }) => role === 'sharp').length;
  if (balanced === null) return { kind: sharp > 0 && ring.some(({ defocusMm }) => defocusMm === null) ? 'cannotFocus' : 'noPin' };
  if (holdsFrom === null) {
    const lastFNumber = ring[ring.length - 1]?.fNumber ?? 0;
    return { kind: 'noneHolds', lastFNumber, left: notHeld(geometry, lastFNumber) };
  }
  const index = ring.findIndex(({ fNumber }) => fNumber === holdsFrom);
  const wider = ring[index - 1];
  const left = wider ? notHeld(geometry, wider.fNumber) : [];
  return {
    kind: 'holds',
    before: wider
      ? { fNumber: wider.fNumber, left, all: left.length === sharp, softer: softerBy(geometry, wider.fNumber, holdsFrom) }
      : null,
    diffractionExceeds: (ring[index]?.diffractionMm ?? 0) > cocMm,
  };
}

/** Less contrast lost than this is not worth a word. */
const SOFTER_LEAST = 0.004;
/** More pins than this are counted, not named. */
const NAMED_MOST = 2;

/**
 * What to make of the choice of aperture, in sentences.
 *
 * @param choice blur against aperture, as `apertureChoice` finds it
 *
 * @example
 * choiceSentences(apertureChoice(frontGeometry)) // => 'f/4 keeps all sharp. Defocus and diffraction together are smallest there too.'
 */
export function choiceSentences({ verdict, holdsFrom, balanced }: Pick<ApertureChoice, 'verdict' | 'holdsFrom' | 'balanced'>): string {
  switch (verdict.kind) {
    case 'cannotFocus':
      return planningText.aPinCannotBeFocused;
    case 'noPin':
      return planningText.noPinYetOnlyDiffraction;
    case 'noneHolds':
      return say(planningText.noApertureOfThisLens, {
        count: verdict.left.length,
        names: listed(verdict.left),
        fNumber: apertureWords(verdict.lastFNumber),
      });
    case 'holds':
      return [
        holdsSentence(verdict, holdsFrom ?? 0),
        ...(verdict.diffractionExceeds ? [planningText.thereTheBlurOfDiffraction] : []),
        balanced === holdsFrom
          ? planningText.bothBlursTogetherAreLeastThere
          : say(planningText.bothBlursTogetherAreLeast, { balanced: apertureWords(balanced ?? 0) }),
      ].join(' ');
  }
}

function holdsSentence({ before }: Extract<ChoiceVerdict, { kind: 'holds' }>, holdsFrom: number): string {
  const holds = apertureWords(holdsFrom);
  if (before === null) return say(planningText.keepsAllSharp, { holds });
  const step = {
    wider: apertureWords(before.fNumber),
    holds,
    isSofter: before.softer > SOFTER_LEAST ? 'yes' : 'no',
    softer: fixed(before.softer * 100, 0),
  };
  if (before.all) return say(planningText.noneThenAllSharp, step);
  return before.left.length > NAMED_MOST || before.left.length === 0
    ? say(planningText.someThenAllSharp, { ...step, count: before.left.length })
    : say(planningText.namedThenAllSharp, { ...step, names: listed(before.left) });
}
