import { chartLayout, markerCorners } from '@gangway/core/lensTests/chart';
import { chartPicture, onChart } from '@gangway/core/lensTests/chartPicture.test-support';
import { chartEdges, chartReading } from '@gangway/core/lensTests/chartEdges';
import { normalBlur, trueMtf50 } from '@gangway/core/lensTests/edges.test-support';
import type { PixelValues } from '@gangway/core/lensTests/flatFrame';
import { chartMarkers } from './chart';

jest.setTimeout(120_000);

const LAYOUT = chartLayout('A3');

const greyOf = ({ widthPx, heightPx, values }: PixelValues) => ({
  widthPx,
  heightPx,
  grey: Uint8Array.from({ length: widthPx * heightPx }, (_, i) => Math.round(255 * Math.sqrt(values[3 * i] ?? 0))),
});

test('a photograph of the chart is recognised by its markers, and its sharpness is what it was drawn with', async () => {
  const sigmaPx = 0.9;
  const picture = chartPicture(LAYOUT, sigmaPx);
  const markers = await chartMarkers(greyOf(picture));
  expect(markers.length).toBe(LAYOUT.markers.length);
  // Each is where it belongs.
  for (const { id, corners } of markers) {
    const marker = LAYOUT.markers[id];
    if (!marker) throw new Error(`there is no marker ${id}`);
    for (const [i, [xMm, yMm]] of markerCorners(marker).entries()) {
      const [xPx = NaN, yPx = NaN] = corners[i] ?? [];
      const [x, y] = onChart(LAYOUT, xPx, yPx);
      expect(Math.hypot(x - xMm, y - yMm)).toBeLessThan(0.4);
    }
  }
  const edges = chartEdges(LAYOUT, markers, picture);
  expect(edges.length).toBeGreaterThan(3.8 * LAYOUT.squares.length);
  const { edges: read, refused } = chartReading(picture, edges);
  expect(refused).toEqual({});
  for (const { mtf50CyPx, edge } of read) {
    const slantDeg = (Math.atan2(Math.min(...edge.across.map(Math.abs)), Math.max(...edge.across.map(Math.abs))) * 180) / Math.PI;
    const truth = trueMtf50({ lens: normalBlur(sigmaPx), slantDeg });
    expect(Math.abs(mtf50CyPx / truth - 1)).toBeLessThan(0.04);
  }
});

test('in a picture without the chart nothing is found', async () => {
  const blank = { widthPx: 600, heightPx: 400, grey: new Uint8Array(240_000).fill(140) };
  const markers = await chartMarkers(blank);
  expect(markers).toEqual([]);
  expect(chartEdges(LAYOUT, markers, blank)).toEqual([]);
});
