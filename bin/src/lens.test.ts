import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { encodedOf } from '@gangway/core/assembly/refine';
import { chartLayout } from '@gangway/core/lensTests/chart';
import { chartPicture } from '@gangway/core/lensTests/chartPicture.test-support';
import { diffractionLimit, drawnEdge, normalBlur, trueMtf50 } from '@gangway/core/lensTests/edges.test-support';
import type { PixelValues } from '@gangway/core/lensTests/flatFrame';
import { simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import { places, randomLight, WALL } from '@gangway/core/lensTests/walls.test-support';

const gangway = (...args: readonly string[]) =>
  spawnSync('node', ['bin/gangway.mjs', 'lens', ...args], { encoding: 'utf8', timeout: 120_000 });
const refused = (...args: readonly string[]): unknown => {
  const ran = gangway(...args);
  expect(ran.status).toBe(1);
  return (JSON.parse(ran.stderr) as { readonly error: unknown }).error;
};

jest.setTimeout(120_000);

describe('a lens measured on the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'gangway-lens-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  /** Writes linear values as a camera does: 16 bits, by sRGB’s curve. */
  const write = async (name: string, { widthPx, heightPx, values }: PixelValues): Promise<string> => {
    const path = join(folder, name);
    const encoded = Uint16Array.from(values, (value) => Math.round(65_535 * encodedOf(Math.min(1, Math.max(0, value)))));
    await sharp(encoded, { raw: { width: widthPx, height: heightPx, channels: 3 } })
      .toColourspace('rgb16')
      .png()
      .toFile(path);
    return path;
  };

  test('sharpness of an edge in a part of a photograph is that with which it was drawn', async () => {
    const edge = { lens: diffractionLimit(0.7), slantDeg: 5, dark: 0.05, bright: 0.6 };
    const rows = drawnEdge({ ...edge, rows: 80, columns: 90 });
    const values = Float32Array.from(rows.flatMap((row) => row.flatMap((value) => [value, value, value])));
    const file = await write('edge.png', { widthPx: 90, heightPx: 80, values, light: null });
    const answer = JSON.parse(gangway('edge', file, '--part', '10,10,64,60', '--pixel-um', '4').stdout) as Readonly<Record<string, number>>;
    expect(Math.abs((answer.edgeDeg ?? NaN) - 5)).toBeLessThan(0.05);
    expect(Math.abs((answer.mtf50CyPx ?? NaN) / trueMtf50(edge) - 1)).toBeLessThan(0.02);
    expect(answer.mtf50LpMm).toBeCloseTo(250 * (answer.mtf50CyPx ?? NaN), 9);
    expect(refused('edge', file, '--part', '10,10,90,60')).toMatchObject({ code: 'out_of_range', path: ['part'] });
    expect(refused('edge', file, '--part', '10,10,64')).toMatchObject({ code: 'not_four', path: ['part'] });
    expect(refused('edge', file, '--part', '10,10,64,60', '--pixel-um', '0')).toMatchObject({ path: ['pixelUm'] });
    const bright = await write('bright.png', { widthPx: 90, heightPx: 80, values: values.map((value) => 2 * value), light: null });
    expect(refused('edge', bright, '--part', '10,10,64,60')).toMatchObject({ code: 'clipped', path: ['part'] });
  });

  test('light is measured on the frames that a file lists, and what is missing is said', async () => {
    const lens = randomLight(3);
    const frames = await Promise.all(
      places(lens.imageCircleMm).map(async ([riseMm, shiftMm], i) => {
        const shot = { ...WALL, riseMm, shiftMm, seed: i + 1 };
        const size = { widthMm: 36, heightMm: 24, widthPx: 360, heightPx: 240 };
        await write(`${i}.png`, simulatedWall(lens, shot, size));
        return { file: `${i}.png`, fNumber: 8, riseMm, shiftMm };
      }),
    );
    const list = (name: string, series: object): string => {
      const path = join(folder, name);
      writeFileSync(path, JSON.stringify(series));
      return path;
    };
    const series = { widthMm: 36, heightMm: 24, frames };
    const answer = JSON.parse(gangway('light', list('series.json', series)).stdout) as {
      readonly imageCircleMm: number;
      readonly problems: readonly unknown[];
      readonly specs: { readonly heightsMm: readonly number[]; readonly falloffWideStops: readonly number[] };
    };
    expect(answer.problems).toEqual([]);
    expect(Math.abs(answer.imageCircleMm / lens.imageCircleMm - 1)).toBeLessThan(0.01);
    answer.specs.heightsMm.forEach((mm, i) =>
      expect(Math.abs((answer.specs.falloffWideStops[i] ?? NaN) - lens.lostStops(mm, 8))).toBeLessThan(0.05),
    );
    const unsaid = gangway('light', list('unsaid.json', { ...series, frames: frames.map(({ file }) => ({ file })) }));
    expect(unsaid.status).toBe(0);
    expect(unsaid.stdout).toContain('"kind":"noAperture"');
    expect(JSON.parse(unsaid.stdout)).toMatchObject({ imageCircleMm: null, specs: null, apertures: [] });
    expect(refused('light', list('wrong.json', { ...series, widthMm: 0 }))).toMatchObject({ path: ['widthMm'] });
    expect(refused('light', list('none.json', { ...series, frames: [{ file: 'none.png' }] }))).toMatchObject({ code: 'not_read' });
    writeFileSync(join(folder, 'text.json'), 'frames');
    expect(refused('light', join(folder, 'text.json'))).toMatchObject({ code: 'not_json' });
    // The size of a frame that was held the other way.
    const turned = list('turned.json', { ...series, widthMm: 24, heightMm: 36 });
    expect(refused('light', turned)).toMatchObject({ code: 'wrong_shape', path: ['frames', 0, 'file'] });
  });

  test('sharpness of the chart in a photograph is that with which it was drawn, at every edge', async () => {
    const path = await write('chart.png', chartPicture(chartLayout('A3'), 0.9));
    const ran = gangway('sharpness', path, '--chart', 'A3', '--pixel-um', '4');
    const {
      markers,
      edges,
      refused: none,
    } = JSON.parse(ran.stdout) as {
      readonly markers: number;
      readonly edges: readonly { readonly mtf50CyPx: number; readonly mtf50LpMm: number }[];
      readonly refused: unknown;
    };
    expect(markers).toBe(chartLayout('A3').markers.length);
    expect(edges.length).toBeGreaterThan(200);
    expect(none).toEqual({});
    const truth = trueMtf50({ lens: normalBlur(0.9), slantDeg: 5 });
    for (const { mtf50CyPx, mtf50LpMm } of edges) {
      expect(Math.abs(mtf50CyPx / truth - 1)).toBeLessThan(0.04);
      expect(mtf50LpMm).toBeCloseTo(250 * mtf50CyPx, 9);
    }
    const wall = await write('no-chart.png', { widthPx: 300, heightPx: 200, values: new Float32Array(180_000).fill(0.4), light: null });
    expect(refused('sharpness', wall, '--chart', 'A3')).toMatchObject({ code: 'no_chart', path: ['file'] });
    expect(refused('sharpness', path, '--chart', 'A9')).toMatchObject({ code: 'no_such_size', path: ['chart'] });
  });

  test('a series is planned for the rig of a setup, as a list that is measured once its frames are there', () => {
    const demo = JSON.parse(spawnSync('node', ['bin/gangway.mjs', 'demo'], { encoding: 'utf8' }).stdout) as readonly {
      name: string;
      settings: object;
    }[];
    const setup = demo.find(({ name }) => name.startsWith('Hydraulic tower'))?.settings;
    const plan = (input: string) => spawnSync('node', ['bin/gangway.mjs', 'lens', 'plan'], { encoding: 'utf8', input });
    const series = JSON.parse(plan(JSON.stringify(setup)).stdout) as {
      readonly frames: readonly { readonly fNumber: number; readonly riseMm: number; readonly shiftMm: number }[];
      readonly planned: Readonly<Record<string, number>>;
    };
    expect(series.frames.slice(0, 6).map(({ fNumber }) => fNumber)).toEqual([3.5, 5.6, 8, 11, 16, 22]);
    expect(series.frames).toHaveLength(9 * 6);
    // Its rotating slide ends at 12 mm.
    expect(Math.max(...series.frames.map(({ riseMm, shiftMm }) => Math.hypot(riseMm, shiftMm)))).toBe(12);
    // Its image circle of 67.2 mm is larger than 12 mm of shift can reach past.
    expect(series.planned).toMatchObject({ moves: 8, apertureChanges: 45, edgeSeen: 0, measuresCircle: false });
    const path = join(folder, 'planned.json');
    writeFileSync(path, JSON.stringify(series));
    expect(refused('light', path)).toMatchObject({ code: 'not_read', path: ['file'] });
    expect(JSON.parse(plan('{}').stderr)).toMatchObject({ error: { path: ['rig'] } });
  });
});
