import { numbersFrom } from '../capture/shots';
import { lightGrid, type FlatFrame } from './flatFrame';
import { simulatedWall, type SimulatedLight, type WallShot } from './simulatedWall.test-support';

/** A random lens: cos⁴ falloff, vignetting that clears on stopping down, a tint, and an axis slightly off. */
export function randomLight(seed: number): SimulatedLight {
  const random = numbersFrom(seed);
  const within = (low: number, high: number): number => low + (high - low) * random();
  const focalMm = within(18, 110);
  const imageCircleMm = within(54, 76);
  const [shade, clears, tint] = [within(0, 1.5), within(1, 3), within(-0.15, 0.15)];
  const radius = imageCircleMm / 2;
  return {
    focalMm,
    imageCircleMm,
    lostStops: (mm, fNumber) =>
      2 * Math.log2(1 + (mm / focalMm) ** 2) +
      shade * Math.max(0, 1 - Math.max(0, 2 * Math.log2(fNumber / 4)) / clears) * Math.max(0, (mm / radius - 0.3) / 0.7) ** 2,
    redder: (mm) => tint * (mm / radius) ** 2,
    bluer: (mm) => -0.5 * tint * (mm / radius) ** 2,
    axisOffMm: [within(-0.4, 0.4), within(-0.4, 0.4)],
  };
}

const FRAME = { widthMm: 36, heightMm: 24, widthPx: 108, heightPx: 72 };
export const WALL: WallShot = { fNumber: 8, riseMm: 0, shiftMm: 0, exposure: 0.7, slope: [0, 0], noise: 0.01, seed: 1 };

/** The centred frame, and eight directions in which its corners leave the circle. */
export function places(imageCircleMm: number): readonly (readonly [riseMm: number, shiftMm: number])[] {
  const far = imageCircleMm / 2 - 13;
  return [
    [0, 0],
    ...Array.from({ length: 8 }, (_, i): readonly [number, number] => {
      const turn = (i * Math.PI) / 4;
      return [far * Math.sin(turn), far * Math.cos(turn)];
    }),
  ];
}

/** A frame of the wall through a lens, cell by cell. */
export function wallFrame(lens: SimulatedLight, shot: Partial<WallShot>): FlatFrame {
  const whole = { ...WALL, ...shot };
  return {
    name: `f/${whole.fNumber} ${whole.riseMm.toFixed(0)} ${whole.shiftMm.toFixed(0)}`,
    fNumber: whole.fNumber,
    riseMm: whole.riseMm,
    shiftMm: whole.shiftMm,
    grid: lightGrid(simulatedWall(lens, whole, FRAME), [FRAME.widthMm, FRAME.heightMm], 36),
  };
}

/** A whole series, on a slightly uneven wall, with exposures that differ. */
export function wallSeries(lens: SimulatedLight, fNumbers: readonly number[], seed: number): readonly FlatFrame[] {
  const random = numbersFrom(seed);
  const slope = [0.008 * (random() - 0.5), 0.008 * (random() - 0.5)] as const;
  return fNumbers.flatMap((fNumber) =>
    places(lens.imageCircleMm).map(([riseMm, shiftMm], i) =>
      wallFrame(lens, {
        fNumber,
        riseMm,
        shiftMm,
        slope,
        exposure: 0.6 * 2 ** (0.2 * (random() - 0.5)),
        seed: seed + 97 * i + Math.round(1000 * fNumber),
      }),
    ),
  );
}
