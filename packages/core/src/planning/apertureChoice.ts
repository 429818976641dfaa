import { listed } from '@gangway/messages/list';
import { planningText } from '@gangway/messages/core/planning';
import { say } from '@gangway/messages/say';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { sharpCircleAt, setupMargin } from '../geometry/circles';
import { apertureScale } from '../coverage/apertures';
import { effectiveFNumber, mtf } from '../focus/diffraction';
import { PIN_ROLES } from '../focus/pin';
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
  readonly words: string;
}

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
  return rig.parts.lens.figures.pupilRatio ?? 1;
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
    words: choiceWords({ geometry, ring, cocMm, holdsFrom, balanced }),
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

interface ChoiceWordsInput {
  readonly geometry: Geometry;
  readonly ring: readonly BlurAt[];
  /** Permissible blur on the sensor, mm. */
  readonly cocMm: number;
  readonly holdsFrom: number | null;
  readonly balanced: number | null;
}

function choiceWords({ geometry, ring, cocMm, holdsFrom, balanced }: ChoiceWordsInput): string {
  if (balanced === null) {
    return ring.some(({ defocusMm }) => defocusMm === null) && geometry.settings.pins.some(({ role }) => role === 'sharp')
      ? planningText.aPinCannotBeFocused
      : say(planningText.noPinYetOnlyDiffraction, { sharp: PIN_ROLES.sharp });
  }
  if (holdsFrom === null) {
    const last = ring[ring.length - 1];
    const left = last ? notHeld(geometry, last.fNumber) : [];
    return say(planningText.noApertureOfThisLens, {
      length:
        left.length === 1
          ? say(planningText.sharp, { left: left.join() })
          : say(planningText.allPinsSharpAtAre, { fNumber: apertureWords(last?.fNumber ?? 0), left: left.join(', ') }),
    });
  }
  const index = ring.findIndex(({ fNumber }) => fNumber === holdsFrom);
  const before = ring[index - 1];
  const parts: string[] = [];
  if (before) {
    const left = notHeld(geometry, before.fNumber);
    const all = geometry.settings.pins.filter(({ role }) => role === 'sharp').length;
    parts.push(
      left.length === all
        ? say(planningText.keepsNoneOfThemSharp, { fNumber: apertureWords(before.fNumber) })
        : say(planningText.leavesBlurred, {
            fNumber: apertureWords(before.fNumber),
            length: left.length > 2 || left.length === 0 ? say(planningText.pins, { length: left.length }) : listed(left),
          }),
    );
  }
  const soft = before ? softerBy(geometry, before.fNumber, holdsFrom) : 0;
  parts.push(
    say(planningText.keepsAllSharp, {
      holdsFrom: apertureWords(holdsFrom),
      soft: soft > 0.004 ? say(planningText.andIsSofterAtBest, { soft: fixed(soft * 100, 0) }) : '',
    }),
  );
  const holds = ring[index];
  const airy = holds && holds.diffractionMm > cocMm ? planningText.thereTheBlurOfDiffraction : '';
  const even =
    balanced !== holdsFrom
      ? say(planningText.bothBlursTogetherAreLeast, { balanced: apertureWords(balanced) })
      : planningText.bothBlursTogetherAreLeastThere;
  return `${parts.join(', ')}.${airy}${even}`;
}
