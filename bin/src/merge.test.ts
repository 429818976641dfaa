import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { deepScene, focusedAt, roomScene, writtenFrame } from '@gangway/vision/assembly/knownScenes.test-support';

jest.setTimeout(180_000);

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gangway-merge-cli-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const gangway = (...args: readonly string[]) =>
  spawnSync(process.execPath, [join(import.meta.dirname, '../gangway.mjs'), ...args], { encoding: 'utf8' });

const [WIDE, HIGH] = [300, 220];
const at = (name: string): string => join(folder, name);

test('a bracket is fused into a picture, with the linear light beside it and a report', async () => {
  const files = [];
  for (const [i, exposure] of [0.1, 0.8, 6.4].entries())
    files.push(await writtenFrame(folder, `bracket-${i}.png`, { scene: roomScene(3), width: WIDE, height: HIGH, exposure, seed: i + 1 }));
  const paths = files.map(({ path }) => path);
  const run = gangway(
    'fuse',
    ...paths,
    '--stops',
    '-3,0,3',
    '--out',
    at('fused.jpg'),
    '--light',
    at('light.tif'),
    '--report',
    at('report.json'),
  );
  expect(run.stderr).toBe('');
  expect(run.status).toBe(0);
  const report = JSON.parse(readFileSync(at('report.json'), 'utf8')) as { readonly frames: readonly { readonly stops: number }[] };
  expect(JSON.parse(run.stdout)).toEqual(report);
  expect(report.frames.map(({ stops }) => Math.round(stops * 10) / 10)).toEqual([-3, 0, 3]);
  expect(await sharp(at('fused.jpg')).metadata()).toMatchObject({ width: WIDE, height: HIGH, format: 'jpeg' });
  expect(await sharp(at('light.tif')).metadata()).toMatchObject({ width: WIDE, height: HIGH, depth: 'float' });
});

test('a focus stack is merged into a picture, with the depth map beside it', async () => {
  const deep = deepScene(5, WIDE, HIGH, 3);
  const files = [];
  for (let i = 0; i < 3; i++)
    files.push(await writtenFrame(folder, `focus-${i}.png`, { scene: focusedAt(deep, i, 2), width: WIDE, height: HIGH, seed: i + 1 }));
  const run = gangway('stack', ...files.map(({ path }) => path), '--out', at('stacked.tif'), '--depth', at('depth.png'));
  expect(run.stderr).toBe('');
  expect(run.status).toBe(0);
  const report = JSON.parse(run.stdout) as { readonly frames: readonly { readonly share: number }[] };
  expect(report.frames.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 6);
  expect(await sharp(at('stacked.tif')).metadata()).toMatchObject({ width: WIDE, height: HIGH });
  expect(await sharp(at('depth.png')).metadata()).toMatchObject({ width: WIDE / 2, height: HIGH / 2, depth: 'ushort' });
});

test('what cannot be merged is refused before anything is written', async () => {
  const { path } = await writtenFrame(folder, 'one.png', { scene: roomScene(3), width: 64, height: 48 });
  for (const [args, words] of [
    [['fuse', path, '--out', at('fused.tif')], 'At least two frames are needed.'],
    [['fuse', path, path, '--out', at('fused.gif')], 'out must end in'],
    [['fuse', path, path, '--out', at('fused.tif'), '--light', at('light.png')], 'light must end in .tif, .tiff, not'],
    [['fuse', path, path, '--out', at('fused.tif'), '--stops', 'a,b'], 'stops'],
    [['stack', path, at('missing.png'), '--out', at('stacked.tif')], 'missing.png cannot be read'],
    [['stack', path, path, '--out', at('stacked.tif'), '--depth', at('depth.tif')], 'depth must end in .png'],
  ] as const) {
    const run = gangway(...args);
    expect(run.status).toBe(1);
    expect(run.stderr).toContain(words);
  }
  expect(['fused.tif', 'fused.gif', 'stacked.tif'].some((name) => existsSync(at(name)))).toBe(false);
});
