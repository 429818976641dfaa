import { reaches } from '../rig/mechanism';
import { chartLayout } from './chart';
import { chartPlanOfRig } from './chartPlan';
import { rig } from '../examples.test-support';

const LAYOUT = chartLayout('A3');

describe('a series of frames of the test chart', () => {
  test('for sharpness: every aperture at each shift, all focused alike, nowhere past the slides or the image circle', () => {
    const { shots, frame, focusStepMm, distanceM, magnification } = chartPlanOfRig(rig, LAYOUT, 'sharpness');
    expect(focusStepMm).toBeNull();
    const places = new Set(shots.map(({ riseMm, shiftMm }) => `${riseMm} ${shiftMm}`));
    const apertures = new Set(shots.map(({ fNumber }) => fNumber));
    expect(shots).toHaveLength(places.size * apertures.size);
    expect(shots[0]).toMatchObject({ riseMm: 0, shiftMm: 0, fNumber: rig.lens.widestFNumber });
    for (const shot of shots) {
      expect(reaches(rig.mechanism, shot)).toBe(true);
      expect(shot.focusMm).toBe(0);
      const corner = Math.hypot(frame.widthMm / 2 + Math.abs(shot.shiftMm), frame.heightMm / 2 + Math.abs(shot.riseMm));
      expect(corner).toBeLessThanOrEqual(
        Math.max((rig.lens.circle.imageCircleMm ?? Infinity) / 2, Math.hypot(frame.widthMm, frame.heightMm) / 2) + 1e-6,
      );
    }
    // The chart fills the frame: u = f(1 + 1/m).
    expect(LAYOUT.widthMm * magnification).toBeGreaterThanOrEqual(frame.widthMm);
    expect(distanceM).toBeCloseTo((rig.lens.focalMm * (1 + 1 / magnification)) / 1000, 9);
  });

  test('where it is not known how far the rig shifts, the centred frame is planned', () => {
    const { shots } = chartPlanOfRig({ ...rig, mechanism: { kind: 'unknown' } }, LAYOUT, 'sharpness');
    expect(new Set(shots.map(({ riseMm, shiftMm }) => `${riseMm} ${shiftMm}`))).toEqual(new Set(['0 0']));
  });

  test('for flare: every second aperture without and then with the lamp, nothing else changed', () => {
    const { shots, focusStepMm } = chartPlanOfRig(rig, LAYOUT, 'flare');
    const half = shots.length / 2;
    expect(shots.slice(0, half).every(({ lamp }) => !lamp)).toBe(true);
    const unlit = shots.map((shot) => ({ ...shot, lamp: false }));
    expect(unlit.slice(half)).toEqual(unlit.slice(0, half).toReversed());
    expect(shots.slice(half).every(({ lamp }) => lamp)).toBe(true);
    expect(shots[0]?.fNumber).toBe(rig.lens.widestFNumber);
    expect(focusStepMm).toBeNull();
  });

  test('for focus: the back goes evenly to both sides, by what the widest aperture just shows', () => {
    const { shots, frame, focusStepMm, cameraStepMm, magnification } = chartPlanOfRig(rig, LAYOUT, 'focus');
    const backs = [...new Set(shots.map(({ focusMm }) => focusMm))];
    expect(backs).toHaveLength(7);
    expect(backs.map((mm) => -mm + 0).toReversed()).toEqual(backs);
    // Diagonal / 1500 · N · (1 + m), to a hundredth of a millimetre.
    const step = (Math.hypot(frame.widthMm, frame.heightMm) / 1500) * rig.lens.widestFNumber * (1 + magnification);
    expect(Math.abs((focusStepMm ?? NaN) - step)).toBeLessThanOrEqual(0.005 + 1e-9);
    // Moving the camera by δ moves the image by m²·δ.
    expect((cameraStepMm ?? NaN) * magnification ** 2).toBeCloseTo(focusStepMm ?? NaN, 9);
    expect(shots.every(({ riseMm, shiftMm }) => riseMm === 0 && shiftMm === 0)).toBe(true);
  });
});
