import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { knownFrames } from '@gangway/vision/assembly/knownFrames.test-support';

jest.setTimeout(180_000);

interface Answer {
  readonly frames: readonly {
    readonly name: string;
    readonly xPx: number;
    readonly yPx: number;
    readonly turnedDeg: number;
    readonly scale: number;
  }[];
  readonly distortion: number;
  readonly seams: readonly { readonly state: string; readonly cause: string; readonly residualPx: number | null }[];
}

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'gangway-assemble-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const gangway = (...args: readonly string[]) =>
  spawnSync(process.execPath, [join(import.meta.dirname, '../gangway.mjs'), 'assemble', ...args], { encoding: 'utf8' });

test('frames that an adapter has turned are put together, and the report says how they lie and why', async () => {
  const { files, plan, truth } = await knownFrames(folder, {
    columns: 2,
    rows: 1,
    width: 700,
    height: 560,
    turnDeg: 0.3,
    slidePx: 3,
    drift: 0,
  });
  const [planFile, out, report] = ['plan.json', 'out.tif', 'report.json'].map((name) => join(folder, name)) as [string, string, string];
  writeFileSync(planFile, JSON.stringify(plan));
  const run = gangway('--plan', planFile, '--out', out, '--report', report, ...files.map(({ path }) => path));
  expect(run.stderr).toBe('');
  expect(run.status).toBe(0);
  const answer = JSON.parse(readFileSync(report, 'utf8')) as Answer;
  expect(JSON.parse(run.stdout)).toEqual(answer);
  const [first, second] = answer.frames;
  const [one, two] = truth;
  if (!first || !second || !one || !two) throw new Error('a frame is missing');
  expect(Math.abs(second.turnedDeg - two.turnedDeg)).toBeLessThan(0.02);
  expect(Math.abs(second.xPx - first.xPx - (two.left - one.left))).toBeLessThan(0.3);
  expect(Math.abs(second.yPx - first.yPx - (two.top - one.top))).toBeLessThan(0.3);
  expect(answer.seams).toMatchObject([{ state: 'fits', cause: 'rotation' }]);
  expect(answer.seams[0]?.residualPx).toBeLessThan(0.5);
  const { width, height } = await sharp(out).metadata();
  expect(width).toBeGreaterThan(1200);
  expect(height).toBeGreaterThan(520);
});

test('what cannot be put together is refused with the reason', () => {
  const said = (run: ReturnType<typeof gangway>) =>
    JSON.parse(run.stderr === '' ? run.stdout : run.stderr) as {
      readonly error: { readonly code: string; readonly path: readonly string[] };
    };
  const frames = ['frame-0.png', 'frame-1.png'].map((name) => join(folder, name));
  const ending = gangway('--out', join(folder, 'out.bmp'), ...frames);
  expect([ending.status, said(ending).error.code, said(ending).error.path]).toEqual([1, 'wrong_ending', ['out']]);
  const plan = gangway('--plan', join(folder, 'nothing.json'), '--out', join(folder, 'o.png'), ...frames);
  expect([plan.status, said(plan).error.code]).toEqual([1, 'bad_plan']);
  const missing = gangway('--out', join(folder, 'o.png'), frames[0] ?? '', join(folder, 'nothing.png'));
  expect([missing.status, said(missing).error.code, said(missing).error.path]).toEqual([1, 'not_usable', ['frames']]);
  const nowhere = gangway('--out', join(folder, 'no', 'such', 'o.png'), ...frames);
  expect([nowhere.status, said(nowhere).error.code, said(nowhere).error.path]).toEqual([1, 'not_usable', ['out']]);
});
