import { frontGeometry } from '../examples.test-support';
import { ringOf } from '../coverage/apertures';
import { otherApertures } from './apertureFix';

describe('other apertures to try', () => {
  const { rig, fNumber } = frontGeometry.settings;
  const marks = ringOf(rig.lens);

  test('are all marks of the ring but the one set, the nearest first', () => {
    const either = otherApertures(frontGeometry);
    expect(marks).toContain(fNumber);
    expect([...either, fNumber].sort((a, b) => a - b)).toEqual([...marks].sort((a, b) => a - b));
    const stops = either.map((mark) => Math.abs(2 * Math.log2(mark / fNumber)));
    expect(stops).toEqual([...stops].sort((a, b) => a - b));
  });

  test('are on one side alone where that is asked, and never the one set', () => {
    expect(otherApertures(frontGeometry, 'smaller')).toEqual(marks.filter((mark) => mark > fNumber));
    expect(otherApertures(frontGeometry, 'wider')).toEqual(marks.filter((mark) => mark < fNumber).reverse());
  });
});
