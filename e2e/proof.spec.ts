import { geometryOf } from '@gangway/core/geometry/geometry';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { encodedOf, lightOf } from '@gangway/core/assembly/refine';
import { mosaicPlan } from '@gangway/core/stitching/plan';
import { logSchema } from '@gangway/contract/log';
import { setsSchema } from '@gangway/contract/proof';
import { setupSchema } from '@gangway/contract/setup';
import { expect, saved, openSetup, stored, test, type Gangway } from './gangway';
import { violations } from './accessible';

/** The ledger sheet laid out by its goal, the lens held and the back moved; then its proofs. */
async function openProof(
  page: Page,
  gangway: Gangway,
): Promise<{ readonly widthPx: number; readonly heightPx: number; readonly frames: number }> {
  await openSetup(page, gangway, /Ledger sheet/);
  await page.getByRole('radio', { name: 'Stitch', exact: true }).click();
  await page.locator('[data-answer=fewest]').getByRole('button', { name: 'Use this layout' }).click();
  await page.getByLabel('What moves').selectOption('back');
  await saved(page);
  const plan = mosaicPlan(geometryOf(await stored(page)));
  await page.getByRole('link', { name: 'Proof', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Simulated back' })).toBeVisible();
  return { widthPx: plan?.widthPx ?? 0, heightPx: plan?.heightPx ?? 0, frames: plan?.frames.length ?? 0 };
}

async function type(page: Page, name: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

/** Light of a sample by the curve that the back develops with: IEC 61966-2-1 (sRGB). */
function light(sample: number): number {
  const v = sample / 65_535;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

test('a bracket on the simulated back: a series for each exposure, a quarter of the light two stops down, logged as such', async ({
  page,
  gangway,
}) => {
  test.setTimeout(240_000);
  await openSetup(page, gangway, /small format/);
  await page.getByRole('radio', { name: 'Expose', exact: true }).click();
  await page.getByRole('button', { name: 'two stops' }).click();
  await page.getByLabel('Order of exposures').selectOption('darkFirst');
  await saved(page);
  await page.getByRole('link', { name: 'Proof', exact: true }).click();
  await page.getByLabel('Pixels').selectOption('16');
  await page.getByLabel('Points of the aperture').selectOption('1');
  await type(page, 'Shift error (simulated)', '0');
  await page.getByLabel('noise').uncheck();
  await page.getByLabel('log each exposure').check();
  await page.getByLabel('Of the bracket').selectOption('all');
  await page.getByRole('button', { name: 'Shoot the series' }).click();
  const setupId = /setups\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const sets = async () => setsSchema.parse(await (await page.request.get(`${gangway.url}/api/setups/${setupId}/frame-sets`)).json()).sets;
  await expect
    .poll(async () => (await sets()).filter(({ frames }) => frames.every((frame) => frame !== null) && frames.length === 1).length, {
      timeout: 120_000,
    })
    .toBe(3);
  await expect(page.getByTestId('back-state')).toHaveText('ready');
  // A long name of a series pushes nothing out of its panel.
  const panel = page.getByTestId('proof-panel');
  expect(await panel.evaluate((element) => element.scrollWidth - element.clientWidth)).toBeLessThanOrEqual(0);
  const lights = await Promise.all(
    ['2.0 stops darker', 'as metered', '2.0 stops lighter'].map(async (words) => {
      const [frame] = (await sets()).find(({ name }) => name.endsWith(words))?.frames ?? [];
      const { data } = await sharp(await (await page.request.get(`${gangway.url}/api/frames/${frame?.id}/file`)).body())
        .removeAlpha()
        .toColourspace('rgb16')
        .raw({ depth: 'ushort' })
        .toBuffer({ resolveWithObject: true });
      return Array.from(new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2), light);
    }),
  );
  const [dark = [], metered = [], lighter = []] = lights;
  // Where neither is white, a quarter of the light; what is more than a quarter of white is white two stops up.
  const ratios = metered.flatMap((v, i) => (v < 0.9 && (dark[i] ?? 0) > 0.01 ? [v / (dark[i] ?? 1)] : [])).sort((x, y) => x - y);
  expect(ratios.length).toBeGreaterThan(1000);
  expect(ratios[Math.floor(ratios.length / 2)]).toBeCloseTo(4, 1);
  const white = lighter.filter((_, i) => (metered[i] ?? 0) > 0.26);
  expect(white.length).toBeGreaterThan(1000);
  expect(Math.min(...white.slice(0, 50_000))).toBe(1);
  const jobId = /jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  await expect
    .poll(async () =>
      logSchema
        .parse(await (await page.request.get(`${gangway.url}/api/jobs/${jobId}/log`)).json())
        .shots.map(({ bracket, bracketStops }) => [bracket, bracketStops]),
    )
    .toEqual([
      [1, -2],
      [2, 0],
      [3, 2],
    ]);
});

test('barrel distortion and measured falloff of the lens are in what the simulated back shoots, about the lens axis', async ({
  page,
  gangway,
}) => {
  test.setTimeout(240_000);
  await openSetup(page, gangway, /small format/);
  const setupId = new URL(page.url()).pathname.split('/').pop() ?? '';
  const bench = page.url();
  const at = `${gangway.url}/api/setups/${setupId}`;
  const { name, version, settings } = setupSchema.parse(await (await page.request.get(at)).json());
  // From farther away, so that sky is above the tower; 5 % nearer to the axis everywhere, and a stop lost beyond the middle.
  const { lens } = settings.rig.parts;
  const farther = { ...settings, scene: settings.scene && { ...settings.scene, distanceM: 32 } };
  const put = (specs: Partial<typeof lens.specs>, from: number) => {
    const parts = { ...settings.rig.parts, lens: { ...lens, specs: { ...lens.specs, ...specs } } };
    const data = { name, version: from, writeId: crypto.randomUUID(), settings: { ...farther, rig: { ...settings.rig, parts } } };
    return page.request.put(at, { data });
  };
  /** Where sky becomes tower in the middle column, as a share of the height from the top, and the light of the sky there and in the corner. */
  const shot = async (wanted: number) => {
    await page.goto(`${bench}/proof`);
    await page.getByLabel('Pixels').first().selectOption('16');
    await page.getByLabel('Points of the aperture').selectOption('1');
    await type(page, 'Shift error (simulated)', '0');
    await page.getByLabel('noise').uncheck();
    await page.getByRole('button', { name: /^Shoot/ }).click();
    const sets = async () => setsSchema.parse(await (await page.request.get(`${at}/frame-sets`)).json()).sets;
    const whole = async () => (await sets()).filter(({ frames }) => frames.length === 1 && frames[0] !== null);
    await expect.poll(async () => (await whole()).length, { timeout: 120_000 }).toBe(wanted);
    const newest = [...(await whole())].sort((a, b) => a.createdAt.localeCompare(b.createdAt)).pop();
    const { data, info } = await sharp(await (await page.request.get(`${gangway.url}/api/frames/${newest?.frames[0]?.id}/file`)).body())
      .removeAlpha()
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const samples = new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
    const green = (x: number, y: number): number => light(samples[3 * (y * info.width + x) + 1] ?? 0);
    const middle = Math.round(info.width / 2);
    const rows = Array.from({ length: info.height - 1 }, (_, y) => y);
    const edge = rows.find((y) => Math.abs(green(middle, y + 1) / green(middle, y) - 1) > 0.1) ?? NaN;
    return { edge: edge / info.height, corner: green(2, 2) };
  };
  expect((await put({}, version)).status()).toBe(200);
  const plain = await shot(1);
  expect(
    (
      await put(
        {
          heightsMm: [0, 100],
          distortionPercent: [-5, -5],
          falloffWideStops: [1, 1],
          falloffStoppedStops: [1, 1],
          falloffStoppedFNumber: 8,
        },
        version + 1,
      )
    ).status(),
  ).toBe(200);
  const barrel = await shot(2);
  // 11 mm of rise on a frame 36 mm high: the axis meets it 29 mm below its upper edge.
  const foot = 29 / 36;
  expect((foot - barrel.edge) / (foot - plain.edge)).toBeCloseTo(0.95, 2);
  // A stop instead of cos⁴ at the corner: √(29² + 12²) mm off the axis at 24 mm and a little.
  const cos4 = Math.cos(Math.atan(Math.hypot(29, 12) / 24.024)) ** 4;
  expect(barrel.corner / plain.corner).toBeCloseTo(0.5 / cos4, 0);
});

test('the ledger sheet is planned, shot on a simulated back that is unplugged once, put together, inspected and downloaded', async ({
  page,
  gangway,
}) => {
  test.setTimeout(420_000);
  const plan = await openProof(page, gangway);
  expect(plan.frames).toBe(8);
  await page.getByLabel('Pixels').selectOption('16');
  await page.getByLabel('Points of the aperture').selectOption('1');
  await type(page, 'Shift error (simulated)', '7');
  await expect(page.getByRole('alert')).toHaveText('Shift error must be from 0 to 2 mm.');
  await type(page, 'Shift error (simulated)', '0');
  await page.getByLabel('log each exposure').check();
  await page.getByRole('button', { name: 'Shoot the series' }).click();
  await expect(page.getByTestId('back-state')).toHaveText(/exposing|delivering/);
  const frames = page.getByRole('button', { name: /^Frame \d/ });
  const named = () => frames.evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? each.textContent));
  // The cable comes out after the first frame: what came in stays, and it goes on from there.
  await expect(frames).toHaveCount(1, { timeout: 120_000 });
  await page.getByRole('button', { name: 'Unplug' }).click();
  await expect(page.getByTestId('back-state')).toHaveText('unplugged');
  await expect(page.getByRole('alert')).toContainText(/Unplugged partway: \d of 8 frames came in/);
  const before = await named();
  await page.getByRole('button', { name: 'Plug in' }).click();
  await page.getByRole('button', { name: new RegExp(`Continue from frame ${before.length + 1}`) }).click();
  await expect(frames).toHaveCount(8, { timeout: 240_000 });
  expect((await named()).slice(0, before.length)).toEqual(before);
  await expect(page.getByTestId('back-state')).toHaveText('ready');
  const jobId = /jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';
  await expect
    .poll(async () =>
      logSchema.parse(await (await page.request.get(`${gangway.url}/api/jobs/${jobId}/log`)).json()).shots.map(({ frame }) => frame),
    )
    .toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  await page.getByRole('button', { name: 'Assemble the frames' }).click();
  await expect(page.getByTestId('assembly-size')).toBeVisible({ timeout: 120_000 });
  // Measured size against the plan's, sixteen pixels of the back to one: frames are rounded to whole pixels.
  const [, width, height] = /(\d+) × (\d+) px, 16 bit/.exec((await page.getByTestId('assembly-size').textContent()) ?? '') ?? [];
  expect(Math.abs(Number(width) - plan.widthPx / 16)).toBeLessThanOrEqual(2);
  expect(Math.abs(Number(height) - plan.heightPx / 16)).toBeLessThanOrEqual(2);
  await expect(page.locator('[data-seam=fits]')).toHaveCount(10);
  await expect(page.locator('[data-seam]:not([data-seam=fits])')).toHaveCount(0);
  await page.getByRole('button', { name: 'Look', exact: true }).first().click();
  await expect(page.getByTestId('deep-view')).toHaveAttribute('data-drawn', 'true');

  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Picture', exact: true }).click()]);
  const file = await download.path();
  expect(await sharp(file).metadata()).toMatchObject({
    format: 'tiff',
    width: Number(width),
    height: Number(height),
    depth: 'ushort',
    density: 300,
  });
  const [made] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /How it was made/ }).click()]);
  const sidecar = JSON.parse(readFileSync(await made.path(), 'utf8')) as { frames: unknown[]; width: number };
  expect(sidecar).toMatchObject({ width: Number(width), planned: true });
  expect(sidecar.frames.length).toBe(8);

  // A second one, to compare with.
  await page.getByLabel('Placement').selectOption('whole');
  await page.getByRole('button', { name: 'Assemble the frames' }).click();
  await expect(page.getByRole('radio', { name: 'Blink' })).toBeEnabled({ timeout: 120_000 });
  for (const [way, views] of [
    ['Side by side', 2],
    ['Split', 2],
    ['Blink', 2],
    ['Single', 1],
  ] as const) {
    await page.getByRole('radio', { name: way }).click();
    await expect(page.getByTestId('deep-view')).toHaveCount(views);
  }
  expect(await violations(page)).toEqual([]);
});

test.describe('files', () => {
  test.use({ allowErrors: /422/ });

  test('exposures from files are taken for a bracket, fused and merged into linear light; frames of a focus stack give their sharpest parts', async ({
    page,
    gangway,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'gangway-bracket-'));
    try {
      const noise = await sharp({
        create: { width: 420, height: 300, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 60, sigma: 40 } },
      })
        .png()
        .toBuffer();
      const { data, info } = await sharp(noise).blur(1.5).removeAlpha().raw().toBuffer({ resolveWithObject: true });
      for (const [i, time] of ['1/60', '1/15', '1/4'].entries())
        await sharp(
          data.map((value) => 255 * encodedOf(Math.min(1, lightOf(value / 255) * 4 ** (i - 1)))),
          { raw: { width: info.width, height: info.height, channels: 3 } },
        )
          .withExif({ IFD2: { ExposureTime: time } })
          .jpeg({ quality: 98 })
          .toFile(join(folder, `exposure-${i + 1}.jpg`));
      await openSetup(page, gangway, /Tide gauge/);
      await page.getByRole('link', { name: 'Proof', exact: true }).click();
      await page.getByLabel('Frames to add').setInputFiles([1, 2, 3].map((i) => join(folder, `exposure-${i}.jpg`)));
      await expect(page.getByRole('button', { name: /^Frame \d/ })).toHaveCount(3);
      const frames = page.getByLabel('The frames are');
      await expect(frames).toHaveValue('bracket');
      await expect(page.getByText('Shadows and highlights come from the exposures that show them best.')).toBeVisible();
      await page.getByRole('button', { name: 'Merge the frames' }).click();
      await expect(page.getByTestId('assembly-size')).toContainText('420 × 300 px, 8 bit', { timeout: 90_000 });
      await page.getByText('Frame positions', { exact: true }).click();
      await expect(page.getByRole('table', { name: 'Frame positions' })).toContainText(/2\.0 stops less.*reference.*2\.0 stops more/su);
      await frames.selectOption('light');
      await expect(page.getByLabel('File', { exact: true })).toHaveCount(0);
      await page.getByRole('button', { name: 'Merge the frames' }).click();
      await expect(page.getByTestId('assembly-size')).toContainText('420 × 300 px, 32 bit', { timeout: 90_000 });
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Picture', exact: true }).click(),
      ]);
      expect(download.suggestedFilename()).toMatch(/^Larkmoor Ropeworks – Tide gauge – .*\.tif$/u);
      expect(await sharp(await download.path()).metadata()).toMatchObject({ width: 420, height: 300, depth: 'float' });
      await frames.selectOption('stack');
      await page.getByRole('button', { name: 'Merge the frames' }).click();
      await expect(page.getByTestId('assembly-size')).toContainText('8 bit', { timeout: 90_000 });
      await page.getByText('Frame positions', { exact: true }).click();
      await expect(page.getByRole('columnheader', { name: 'Share of the picture' })).toBeVisible();
      expect(await violations(page)).toEqual([]);
      await page.getByRole('button', { name: 'Export…' }).click();
      const dialog = page.getByRole('dialog', { name: 'Export picture' });
      await dialog.getByLabel('Proportions').selectOption('1');
      await expect(dialog.getByRole('status')).toHaveText(/^(\d+) × \1 px$/u);
      await dialog.getByRole('textbox', { name: 'Rotation' }).fill('40');
      await dialog.getByRole('textbox', { name: 'Rotation' }).press('Enter');
      await expect(dialog.getByText('Rotation must be between −10 and 10.')).toBeVisible();
      await dialog.getByRole('textbox', { name: 'Rotation' }).fill('1.5');
      await dialog.getByRole('textbox', { name: 'Rotation' }).press('Enter');
      expect(await violations(page)).toEqual([]);
      const [file] = await Promise.all([page.waitForEvent('download'), dialog.getByRole('link', { name: 'Export', exact: true }).click()]);
      const { width, height, format } = await sharp(await file.path()).metadata();
      expect([format, width, width]).toEqual(['jpeg', height, height]);
      expect(width).toBeLessThan(300);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });

  test('frames are added from files, other files are refused by name, and without a plan frames find their places', async ({
    page,
    gangway,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'gangway-files-'));
    try {
      // Two frames of one picture of noise, 300 px apart.
      const noise = await sharp({
        create: { width: 800, height: 420, channels: 3, background: '#777', noise: { type: 'gaussian', mean: 120, sigma: 45 } },
      })
        .png()
        .toBuffer();
      const soft = await sharp(noise).blur(2).normalise().png().toBuffer();
      for (const [i, left] of [0, 300].entries())
        await sharp(soft)
          .extract({ left, top: 0, width: 420, height: 420 })
          .tiff()
          .toFile(join(folder, `shot-${i + 1}.tif`));
      writeFileSync(join(folder, 'letter.tif'), 'Dear reader, this is no picture.');
      await openSetup(page, gangway, /Ledger sheet/);
      await page.getByRole('link', { name: 'Proof', exact: true }).click();
      await page.getByLabel('Frames to add').setInputFiles(['shot-1.tif', 'letter.tif', 'shot-2.tif'].map((name) => join(folder, name)));
      await expect(page.getByRole('button', { name: /^Frame \d/ })).toHaveCount(2);
      await expect(page.getByRole('alert')).toContainText('letter.tif is not a picture that can be read');
      await page.getByRole('button', { name: 'Assemble the frames' }).click();
      await expect(page.getByTestId('assembly-size')).toContainText(/(719|720) × (419|420) px, 8 bit/, { timeout: 90_000 });
      // The order is wrong way round: nothing of the right one is found left of the left one.
      const [from, to] = await Promise.all([1, 2].map((n) => page.getByRole('button', { name: new RegExp(`^Frame ${n}:`) }).boundingBox()));
      if (!from || !to) throw new Error('the frames are not on the page');
      await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
      await page.mouse.down();
      await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
      await page.mouse.move(to.x + to.width * 0.7, to.y + to.height / 2, { steps: 4 });
      await page.mouse.up();
      await expect(page.getByRole('button', { name: /^Frame 1: shot-2/ })).toBeVisible();
      await page.getByRole('button', { name: 'Assemble the frames' }).click();
      await expect(page.getByRole('alert').filter({ hasText: 'Without a plan' })).toContainText('nothing says where');
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
