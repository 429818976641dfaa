import { straightEdges } from './segments';

jest.setTimeout(60_000);

const [WIDE, HIGH] = [400, 300];

/** A dark and a light half plane, parted by a line through a place at an angle from level; each pixel as light as its light share, by 16 × 16 places in it. */
function parted(u: number, v: number, angleDeg: number): Uint8Array {
  const [nx, ny] = [-Math.sin((angleDeg * Math.PI) / 180), Math.cos((angleDeg * Math.PI) / 180)];
  const grey = new Uint8Array(WIDE * HIGH);
  for (let y = 0; y < HIGH; y++)
    for (let x = 0; x < WIDE; x++) {
      let light = 0;
      for (let i = 0; i < 16; i++)
        for (let j = 0; j < 16; j++) if ((x + (i + 0.5) / 16 - u) * nx + (y + (j + 0.5) / 16 - v) * ny > 0) light++;
      grey[y * WIDE + x] = Math.round(60 + (light / 256) * 140);
    }
  return grey;
}

describe('straight edges', () => {
  // Known by construction: the line that the picture was drawn with.
  test.each([
    [200.3, 150, 90],
    [150, 140.7, 0],
    [200, 150, 63],
    [210, 160, 17.3],
    [190, 155, -84.6],
  ])('through %p, %p at %p° lies where it was drawn, to a twentieth of a pixel', async (u, v, angleDeg) => {
    const [longest] = await straightEdges({ widthPx: WIDE, heightPx: HIGH, grey: parted(u, v, angleDeg) });
    if (!longest) throw new Error('no edge was found');
    const [nx, ny] = [-Math.sin((angleDeg * Math.PI) / 180), Math.cos((angleDeg * Math.PI) / 180)];
    const [u1, v1, u2, v2] = longest;
    expect(Math.hypot(u2 - u1, v2 - v1)).toBeGreaterThan(200);
    expect(Math.abs((u1 - u) * nx + (v1 - v) * ny)).toBeLessThan(0.05);
    expect(Math.abs((u2 - u) * nx + (v2 - v) * ny)).toBeLessThan(0.05);
  });

  test('a plain picture has none', async () => {
    expect(await straightEdges({ widthPx: WIDE, heightPx: HIGH, grey: new Uint8Array(WIDE * HIGH).fill(128) })).toEqual([]);
  });
});
