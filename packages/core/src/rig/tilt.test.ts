import { lensTilt, rearMechanism, tiltMechanism } from './tilt';
import { adapter, body, camera, lens, mounted, view } from './parts.test-support';

const still = { riseMm: 0, shiftMm: 0 };
const tilting = (more: Parameters<typeof lens>[0]) =>
  mounted({ lens: lens({ slides: 'rotating', travelMm: 12, tilts: 'both', tiltDeg: 8, tiltLock: 'free', ...more }) });

describe('what tilts the lens', () => {
  test('a tilt locked along the shift nods when shifted up and swings when shifted right; across it the other way', () => {
    const along = tilting({ tiltLock: 'parallel' });
    expect(tiltMechanism(along, { riseMm: 5, shiftMm: 0 }, null)).toMatchObject({ kind: 'line', angleDeg: 0 });
    expect(tiltMechanism(along, { riseMm: 0, shiftMm: 5 }, null)).toMatchObject({ kind: 'line', angleDeg: 90 });
    const across = tilting({ tiltLock: 'crossed' });
    expect(tiltMechanism(across, { riseMm: 5, shiftMm: 0 }, null)).toMatchObject({ kind: 'line', angleDeg: -90 });
    expect(tiltMechanism(across, still, null)).toEqual({ kind: 'cone', maxDeg: 8 });
  });

  test('one way only is one way along a locked direction', () => {
    expect(tiltMechanism(tilting({ tiltLock: 'parallel', tilts: 'oneWay' }), { riseMm: 5, shiftMm: 0 }, null)).toMatchObject({
      rangeDeg: [0, 8],
    });
  });

  test('what is unknown is not guessed', () => {
    expect(tiltMechanism(tilting({ tiltDeg: null }), still, null)).toBeNull();
    expect(lensTilt(tilting({ tiltLock: null }))).toMatchObject({ kind: 'unknown', asks: [{ spec: 'tiltLock' }] });
    expect(lensTilt(mounted({ lens: lens({ tilts: null }) })).kind).toBe('unknown');
    expect(tiltMechanism({ kind: 'held', back: body(), lens: lens(), front: [] }, still, null)).toBeNull();
  });

  test('an adapter tilts where the lens does not; a standard has tilt and swing; a plain lens has none', () => {
    expect(lensTilt(mounted({ between: [adapter({ tilts: 'both', tiltDeg: 10, tiltLock: 'crossed' }, 'tilting')] }))).toMatchObject({
      kind: 'mount',
      by: { item: 'tilting' },
      maxDeg: 10,
    });
    expect(tiltMechanism(view(), still, null)).toEqual({ kind: 'box', tiltDeg: [-20, 20], swingDeg: [-15, 15] });
    expect(tiltMechanism(mounted(), still, null)).toEqual({ kind: 'cone', maxDeg: 0 });
    expect(rearMechanism(view())).toBeNull();
    expect(rearMechanism(view({ camera: camera({ rearTiltDeg: 15, rearSwingDeg: 10 }) }))).toMatchObject({ tiltDeg: [-15, 15] });
  });
});
