import { normalFrom, numbersFrom } from '../capture/shots';
import { radians } from '../angles';
import type { ChartLayout, ChartPoint } from './chart';
import { fillingMagnification } from './chartPlan';
import { chartShade, REACH } from './chartShade';
import type { PixelValues } from './flatFrame';
import { idealCyMm } from './idealSharpness';
import type { NominalLens, WallFrame } from './simulatedWall';

/** Blur as a square, 1/f² in mm² with f the frequency at half contrast, for lines around the axis and along the radius. */
export interface BlurSquares {
  readonly tangential: number;
  readonly sagittal: number;
}

/** How an invented lens is set. */
export interface LensSetting {
  /** Marked f-number. */
  readonly fNumber: number;
  /** How far the back is from focus on the axis at the widest aperture, away from the lens, mm. */
  readonly focusMm: number;
  readonly magnification: number;
}

/** An invented lens, as far as its sharpness goes. */
export interface SimulatedSharpness {
  readonly focalMm: number;
  /** Blur without the pixels at a place about the axis (mm at infinity). */
  readonly blur: (at: readonly [xMm: number, yMm: number], set: LensSetting) => BlurSquares;
  /** By what share points are drawn farther from the axis, by image height at infinity. */
  readonly distortion: (heightMm: number) => number;
  /** How much farther out red and blue are drawn than green, by image height at infinity, mm. */
  readonly colour: (heightMm: number) => readonly [redMm: number, blueMm: number];
  /** Light that a lamp beside the frame lays over its middle, as a share of white. */
  readonly veil: number;
}

/** How sharp an invented lens is, by a simple law. */
export interface SharpnessLaw {
  readonly focalMm: number;
  readonly widestFNumber: number;
  /** Radius of the image circle, mm. */
  readonly radiusMm: number;
  /** Cycles per mm at half contrast that its aberrations leave at the widest aperture: on the axis, and at the edge of the circle for either direction. */
  readonly centreCyMm: number;
  readonly edgeTangentialCyMm: number;
  readonly edgeSagittalCyMm: number;
  /** How far focus at the edge lies toward the lens, mm. */
  readonly tangentialSagMm: number;
  readonly sagittalSagMm: number;
  /** How far best focus has moved away from the lens when stopped down by two stops, mm. */
  readonly focusShiftMm: number;
  /** How much farther out it focuses to the right and to the top, mm per mm. */
  readonly tilt: readonly [number, number];
  /** Cycles per mm that a decentred element leaves at the widest aperture at the edge of the circle, and toward which side, from the right toward the top; `null` for a centred lens. */
  readonly decentred: { readonly cyMm: number; readonly towardDeg: number } | null;
  /** Distortion at the edge of the circle, as a share. */
  readonly distortion: number;
  /** How much farther out red and blue are drawn at the edge of the circle, mm. */
  readonly lateralMm: readonly [red: number, blue: number];
  /** Light that a lamp beside the frame lays over its middle, as a share of white. */
  readonly veil: number;
}

/** A blur disc of diameter c leaves half contrast at this share of 1/c. */
const DISC = 2.2151 / Math.PI;

/**
 * An invented lens by a law.
 *
 * @param law how sharp it is
 *
 * @example
 * sharpnessByLaw(simulatedSharpCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1)).distortion(0) // => 0
 */
export function sharpnessByLaw(law: SharpnessLaw): SimulatedSharpness {
  const { focalMm, widestFNumber, radiusMm, decentred } = law;
  // By far the slowest part, and the same all over a picture.
  const ideal = new Map<number, number>();
  const diffracted = (effective: number): number => {
    const known = ideal.get(effective) ?? idealCyMm(effective, 0);
    ideal.set(effective, known);
    return known;
  };
  const toward = decentred ? [Math.cos(radians(decentred.towardDeg)), Math.sin(radians(decentred.towardDeg))] : [0, 0];
  return {
    focalMm,
    blur: ([x, y], { fNumber, focusMm, magnification }) => {
      const effective = fNumber * (1 + magnification);
      const open = Math.min(1, widestFNumber / fNumber);
      const square = (x * x + y * y) / radiusMm ** 2;
      // Spherical aberration goes fast on stopping down, the others more slowly.
      const all = diffracted(effective) ** -2 + (open ** 1.5 / law.centreCyMm) ** 2;
      const along = (x * (toward[0] ?? 0) + y * (toward[1] ?? 0)) / radiusMm;
      const coma = decentred ? open ** 2 * ((1 + along) / 2) * decentred.cyMm ** -2 : 0;
      const shift = law.focusShiftMm * (1 - open ** 2) * (4 / 3);
      const plane = focusMm - shift - law.tilt[0] * x - law.tilt[1] * y;
      const part = (edgeCyMm: number, sagMm: number): number =>
        all + coma + ((square * open ** 0.7) / edgeCyMm) ** 2 + ((plane + sagMm * square) / (DISC * effective)) ** 2;
      return { tangential: part(law.edgeTangentialCyMm, law.tangentialSagMm), sagittal: part(law.edgeSagittalCyMm, law.sagittalSagMm) };
    },
    veil: law.veil,
    distortion: (mm) => law.distortion * (mm / radiusMm) ** 2,
    // Half of it evenly, half growing toward the corners.
    colour: (mm) => {
      const share = (mm / radiusMm + (mm / radiusMm) ** 3) / 2;
      return [law.lateralMm[0] * share, law.lateralMm[1] * share];
    },
  };
}

/**
 * How sharp an invented copy of a lens is. The same seed gives the same copy.
 *
 * @param nominal what the maker says
 * @param seed which copy
 *
 * @example
 * simulatedSharpCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1).radiusMm // => 33.5
 */
export function simulatedSharpCopy({ focalMm, imageCircleMm, widestFNumber }: NominalLens, seed: number): SharpnessLaw {
  const random = numbersFrom(seed + 1);
  const within = (low: number, high: number): number => low + (high - low) * random();
  // Finer lenses are made for smaller formats.
  const fine = 60 / imageCircleMm;
  const fringeMm = imageCircleMm / 6000;
  const blurMm = (imageCircleMm / 1500) * widestFNumber;
  return {
    focalMm,
    widestFNumber,
    radiusMm: imageCircleMm / 2,
    centreCyMm: fine * within(55, 80),
    edgeTangentialCyMm: fine * within(14, 22),
    edgeSagittalCyMm: fine * within(20, 30),
    tangentialSagMm: blurMm * within(1.5, 3),
    sagittalSagMm: blurMm * within(0.5, 1.2),
    focusShiftMm: blurMm * within(0.2, 0.8),
    tilt: [(blurMm * within(-1, 1)) / imageCircleMm, (blurMm * within(-1, 1)) / imageCircleMm],
    decentred: { cyMm: fine * within(30, 50), towardDeg: within(-180, 180) },
    distortion: within(-0.012, 0.008),
    lateralMm: [fringeMm * within(-1, 1), fringeMm * within(-1, 1)],
    veil: within(0.005, 0.03),
  };
}

/** How the chart was photographed. */
export interface ChartShot {
  readonly fNumber: number;
  readonly riseMm: number;
  readonly shiftMm: number;
  /** How far the back is from focus on the axis at the widest aperture, away from the lens, mm. */
  readonly focusMm: number;
  /** Light of white paper; 1 fills a pixel. */
  readonly exposure: number;
  /** Noise of white paper, one standard deviation as a share of its light. */
  readonly noise: number;
  /** By how much the camera is rolled, and the chart turned away about its upright and its level axis, degrees. */
  readonly rollDeg: number;
  readonly turnedDeg: readonly [aboutUpright: number, aboutLevel: number];
  /** Whether a lamp stands beside the frame, at its right. */
  readonly lamp?: boolean;
  readonly seed: number;
}

/** Light of black ink against white paper. */
const INK = 0.06;

/** Where half of the contrast is left by a blur (as a square) of normal distribution and square pixels, cycles per mm. */
export function withPixels(blur: number, pixelMm: number): number {
  const sigma2 = blur * SIGMA2;
  const left = (f: number): number =>
    Math.exp(-2 * Math.PI ** 2 * sigma2 * f * f) * (Math.sin(Math.PI * f * pixelMm) / (Math.PI * f * pixelMm));
  let [low, high] = [1e-9, 1 / pixelMm];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (left(middle) > 0.5) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Variance of the normal distribution that leaves half of the contrast at f = 1. */
const SIGMA2 = Math.LN2 / (2 * Math.PI ** 2);

/**
 * What an invented lens draws of the test chart, which is put before the frame
 * anew at every shift, in linear light.
 *
 * @param lens the invented lens
 * @param shot aperture, movements, focus, exposure, and how the chart stands
 * @param frame size of the frame in mm and pixels
 * @param layout the chart
 *
 * @example
 * simulatedChart(sharpnessByLaw(simulatedSharpCopy({ focalMm: 24, imageCircleMm: 67, widestFNumber: 3.5 }, 1)), { fNumber: 8, riseMm: 0, shiftMm: 0, focusMm: 0, exposure: 0.7, noise: 0, rollDeg: 0, turnedDeg: [0, 0], seed: 1 }, { widthMm: 36, heightMm: 24, widthPx: 3, heightPx: 2 }, chartLayout('A4')).values.length // => 18
 */
export function simulatedChart(lens: SimulatedSharpness, shot: ChartShot, frame: WallFrame, layout: ChartLayout): PixelValues {
  const { widthMm, heightMm, widthPx, heightPx } = frame;
  const magnification = fillingMagnification(frame, layout);
  const imageMm = lens.focalMm * (1 + magnification);
  const distanceMm = lens.focalMm * (1 + 1 / magnification);
  const pixelMm = widthMm / widthPx;
  const values = new Float32Array(3 * widthPx * heightPx);
  const random = numbersFrom(shot.seed);
  const shade = chartShade(layout);
  const onChart = rayToChart({ shot, imageMm, distanceMm });
  // Blur is computed only where an edge is near.
  const most = greatestBlur(lens, shot, frame, magnification);
  const placeOf = ({ rightMm, aboveMm }: OnChart): ChartPoint => [layout.widthMm / 2 + rightMm, layout.heightMm / 2 - aboveMm];
  // Half as much again at the side of the lamp, half as much less at the other.
  const veilAt = (x: number): number => (shot.lamp ? shot.exposure * lens.veil * (0.5 + (x + 0.5) / widthPx) : 0);
  const recorded = (black: number, veil: number): number => {
    const light = shot.exposure * (1 - (1 - INK) * black) + veil;
    const noisy = light + shot.noise * Math.sqrt(light * shot.exposure) * normalFrom(random);
    return Math.min(1, Math.max(0, noisy));
  };
  const farthest = Math.hypot(widthMm / 2 + Math.abs(shot.shiftMm), heightMm / 2 + Math.abs(shot.riseMm)) / (1 + magnification);
  const fringe = Math.max(...lens.colour(farthest).map(Math.abs)) * (1 + magnification);
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      // Its place about the axis, then where it would be drawn without distortion.
      const across = ((x + 0.5) / widthPx - 0.5) * widthMm + shot.shiftMm;
      const up = (0.5 - (y + 0.5) / heightPx) * heightMm + shot.riseMm;
      const drawn = Math.sqrt(across * across + up * up) / (1 + magnification);
      let straight = drawn;
      for (let i = 0; i < 4; i++) straight = drawn / (1 + lens.distortion(straight));
      const by = drawn === 0 ? 1 : straight / drawn;
      const at = onChart((across * by) / imageMm, (up * by) / imageMm);
      const scale = imageMm / at.deepMm;
      const place = placeOf(at);
      const sure = shade.sure(place, (most * REACH + pixelMm + fringe) / scale);
      let green: number = sure ?? 0;
      let red = green;
      let blue = green;
      if (sure === null) {
        // Where this part of the chart is in focus, against its middle.
        const farther = (lens.focalMm * at.deepMm) / (at.deepMm - lens.focalMm) - imageMm;
        const { tangential, sagittal } = lens.blur([(across * by) / (1 + magnification), (up * by) / (1 + magnification)], {
          fNumber: shot.fNumber,
          focusMm: shot.focusMm - farther,
          magnification,
        });
        const radius = Math.hypot(across, up);
        const [rx, ry] = radius === 0 ? [1, 0] : [across / radius, up / radius];
        const sigma = (nx: number, ny: number): number => {
          const t = (nx * rx + ny * ry) ** 2;
          return Math.sqrt(SIGMA2 * (t * tangential + (1 - t) * sagittal)) / scale;
        };
        green = shade.at(place, sigma, pixelMm / scale);
        red = green;
        blue = green;
        const [redMm, blueMm] = lens.colour(drawn);
        if (redMm !== 0 || blueMm !== 0) {
          // What a colour draws here it draws from nearer the axis, if it draws farther out.
          const inward = (mm: number): ChartPoint => {
            const nearer = by * (1 - (mm * (1 + magnification)) / Math.max(radius, 1e-9));
            return placeOf(onChart((across * nearer) / imageMm, (up * nearer) / imageMm));
          };
          red = shade.at(inward(redMm), sigma, pixelMm / scale);
          blue = shade.at(inward(blueMm), sigma, pixelMm / scale);
        }
      }
      const index = 3 * (y * widthPx + x);
      const veil = veilAt(x);
      values[index] = recorded(red, veil);
      values[index + 1] = recorded(green, veil);
      values[index + 2] = recorded(blue, veil);
    }
  }
  return { widthPx, heightPx, values, light: null };
}

interface OnChart {
  readonly rightMm: number;
  readonly aboveMm: number;
  readonly deepMm: number;
}

/** Where a ray meets the chart, whose middle lies where the middle of the frame looks: two equations in the place on the chart. */
function rayToChart({ shot, imageMm, distanceMm }: { readonly shot: ChartShot; readonly imageMm: number; readonly distanceMm: number }) {
  const [roll, upright, level] = [shot.rollDeg, ...shot.turnedDeg].map(radians) as [number, number, number];
  const [cosRoll, sinRoll] = [Math.cos(roll), Math.sin(roll)];
  const [cosA, sinA, cosB, sinB] = [Math.cos(upright), Math.sin(upright), Math.cos(level), Math.sin(level)];
  return (p: number, q: number): OnChart => {
    const a11 = cosA * cosRoll - p * sinA;
    const a12 = -cosB * sinRoll - p * sinB;
    const a21 = cosA * sinRoll - q * sinA;
    const a22 = cosB * cosRoll - q * sinB;
    const b1 = distanceMm * (p - shot.shiftMm / imageMm);
    const b2 = distanceMm * (q - shot.riseMm / imageMm);
    const det = a11 * a22 - a12 * a21;
    const rightMm = (b1 * a22 - b2 * a12) / det;
    const aboveMm = (a11 * b2 - a21 * b1) / det;
    return { rightMm, aboveMm, deepMm: distanceMm + rightMm * sinA + aboveMm * sinB };
  };
}

/** The greatest blur anywhere in a frame, as σ on the sensor, mm. */
function greatestBlur(lens: SimulatedSharpness, shot: ChartShot, { widthMm, heightMm }: WallFrame, magnification: number): number {
  let most = 0;
  for (let i = -4; i <= 4; i++) {
    for (let j = -4; j <= 4; j++) {
      const at = [
        ((i / 8) * widthMm + shot.shiftMm) / (1 + magnification),
        ((j / 8) * heightMm + shot.riseMm) / (1 + magnification),
      ] as const;
      const { tangential, sagittal } = lens.blur(at, { fNumber: shot.fNumber, focusMm: shot.focusMm, magnification });
      most = Math.max(most, tangential, sagittal);
    }
  }
  return Math.sqrt(SIGMA2 * most) * 1.1;
}
