import { numbersFrom } from '../capture/shots';
import { lightGrid, type FlatFrame } from './flatFrame';
import { lightByLaw, simulatedWall, type SimulatedLight, type WallShot } from './simulatedWall';

/** A random lens: cos⁴ falloff, vignetting that clears on stopping down, a tint, and an axis slightly off. */
export function randomLight(seed: number): SimulatedLight {
  const random = numbersFrom(seed);
  const within = (low: number, high: number): number => low + (high - low) * random();
  return lightByLaw({
    focalMm: within(18, 110),
    imageCircleMm: within(54, 76),
    vignettingStops: within(0, 1.5),
    clearsInStops: within(1, 3),
    widestFNumber: 4,
    tintStops: within(-0.15, 0.15),
    axisOffMm: [within(-0.4, 0.4), within(-0.4, 0.4)],
  });
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
