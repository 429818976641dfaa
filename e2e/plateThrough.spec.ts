import { randomUUID } from 'node:crypto';
import type { Locator, Page } from '@playwright/test';
import sharp from 'sharp';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { attachmentSchema } from '@gangway/contract/log';
import { setupSchema } from '@gangway/contract/setup';
import type { StoredSettings } from '@gangway/contract/storedSetup';
import type { Plate } from '@gangway/core/model/plate';
import type { Scene } from '@gangway/core/model/scene';
import { BLANK_PLATE } from '@gangway/core/plate/blankPlate';
import { matchedPlaces } from '@gangway/vision/matches';
import { expect, test } from './gangway';

/** A phone: 4 to 3, its main camera like 26 mm on a frame of 36 × 24 mm. */
const DIAGONAL_MM = Math.hypot(36, 24);
const PHONE = { focalMm: 26, widthMm: 0.8 * DIAGONAL_MM, heightMm: 0.6 * DIAGONAL_MM };
const HELD = { yawDeg: -7, pitchDeg: 11, rollDeg: -1.5 };
const PLACE = { asideM: 3, distanceM: 24, cameraHeightM: 1.6 };

async function sent<T>(url: string, body: unknown, schema: { readonly parse: (answer: unknown) => T }, method = 'POST'): Promise<T> {
  const answer = await fetch(url, { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(await answer.text());
  return schema.parse(await answer.json());
}

/** A setup as a phone at its place sees it. */
function byPhone(settings: StoredSettings): StoredSettings {
  const seen = structuredClone(settings) as unknown as {
    rig: { parts: { back: { specs: object }; lens: { specs: object } } };
    scene: Scene;
  };
  Object.assign(seen.rig.parts.back.specs, { widthMm: PHONE.widthMm, heightMm: PHONE.heightMm, columnsPx: null, rowsPx: null });
  Object.assign(seen.rig.parts.lens.specs, { focalMm: PHONE.focalMm, imageCircleMm: null, sharpCircles: [] });
  return {
    ...(seen as unknown as StoredSettings),
    orientation: 'landscape',
    movements: { riseMm: 0, shiftMm: 0 },
    fNumber: 16,
    focusM: null,
    scene: { ...seen.scene, ...PLACE, ...HELD },
  };
}

async function overlaysOff(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Overlays' }).click();
  const overlays = page.getByRole('dialog', { name: 'Overlays' });
  await overlays.getByLabel('circles').uncheck();
  await overlays.getByLabel('materials').check();
  await overlays.getByLabel('Guides').selectOption('none');
  await page.keyboard.press('Escape');
}

async function greyOf(picture: Buffer) {
  const { data, info } = await sharp(picture).greyscale().raw().toBuffer({ resolveWithObject: true });
  return { widthPx: info.width, heightPx: info.height, grey: new Uint8Array(data) };
}

// The features are found by OpenCV, in both pictures as a screen shows them.
test('a photograph through a rig shows every corner where the Finder draws it from the scene, to the pixel', async ({
  page,
  gangway: { url },
}) => {
  test.slow();
  await page.setViewportSize({ width: 1280, height: 900 });
  const jobs = jobSummarySchema.array().parse(await (await fetch(`${url}/api/jobs`)).json());
  const jobId = jobs[0]?.id ?? '';
  const job = jobSchema.parse(await (await fetch(`${url}/api/jobs/${jobId}`)).json());
  const tower = job.setups.find(({ name }) => name.startsWith('Hydraulic tower, small'))?.settings as unknown as StoredSettings;
  const phone = await sent(`${url}/api/jobs/${jobId}/setups`, { name: 'Phone', settings: byPhone(tower) }, setupSchema);

  // What the phone takes is the Finder’s own picture.
  await page.goto(`${url}/jobs/${jobId}/setups/${phone.id}?step=frame`);
  const whole = page.locator('canvas[data-whole="true"]');
  await expect(whole).toBeVisible({ timeout: 90_000 });
  await overlaysOff(page);
  await page.waitForTimeout(400);
  await expect(whole).toBeVisible({ timeout: 90_000 });
  const photograph = await page.getByTestId('finder').screenshot();
  const { width, height } = await sharp(photograph).metadata();

  // Planned on it: level, with rise, from the same place.
  const level = { ...PLACE, yawDeg: 1, pitchDeg: 0, rollDeg: 0 };
  const settings = { ...tower, movements: { riseMm: 7, shiftMm: 0 }, scene: { ...(tower.scene as Scene), ...level } };
  const plan = await sent(`${url}/api/jobs/${jobId}/setups`, { name: 'Plan', settings }, setupSchema);
  const attached = await fetch(`${url}/api/jobs/${jobId}/attachments?name=phone.png&setupId=${plan.id}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: new Uint8Array(photograph),
  });
  const { id: pictureId } = attachmentSchema.parse(await attached.json());
  const plate: Plate = {
    ...BLANK_PLATE,
    pictureId,
    name: 'phone.png',
    widthPx: width,
    heightPx: height,
    equivalentMm: 26,
    typed: { pitchDeg: HELD.pitchDeg, rollDeg: HELD.rollDeg },
    headingDeg: HELD.yawDeg,
    from: PLACE,
  };
  const { version } = plan;
  await sent(
    `${url}/api/setups/${plan.id}`,
    { name: 'Plan', version, writeId: randomUUID(), settings: { ...settings, plate } },
    setupSchema,
    'PUT',
  );

  await page.goto(`${url}/jobs/${jobId}/setups/${plan.id}?step=frame`);
  const onPlate = page.getByTestId('plate-picture');
  await expect(onPlate).toHaveAttribute('data-drawn', 'yes', { timeout: 60_000 });
  await overlaysOff(page);
  await page.waitForTimeout(600);
  const byPhotograph = await shot(page, onPlate);
  await page.getByRole('button', { name: 'Overlays' }).click();
  const overlays = page.getByRole('dialog', { name: 'Overlays' });
  await overlays.getByLabel('photograph').uncheck({ timeout: 10_000 });
  // What is laid over the picture stays as it was.
  await expect(overlays.getByLabel('circles')).not.toBeChecked();
  await page.keyboard.press('Escape');
  await expect(whole).toBeVisible({ timeout: 90_000 });
  const byScene = await shot(page, page.getByTestId('finder'));

  const pairs = await matchedPlaces(await greyOf(byScene), await greyOf(byPhotograph), () => true);
  expect(pairs.length).toBeGreaterThan(40);
  const off = pairs.map(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1])).sort((a, b) => a - b);
  const share = (of: number): number => off[Math.floor(of * (off.length - 1))] ?? NaN;
  // Features are found to about half a pixel, and each screenshot begins at a whole one.
  expect(share(0.5)).toBeLessThan(1);
  expect(share(0.9)).toBeLessThan(1.5);
});

/** A canvas as the screen shows it, with nothing around it. */
async function shot(page: Page, canvas: Locator): Promise<Buffer> {
  const box = await canvas.boundingBox();
  if (!box) throw new Error('nothing is shown');
  return page.screenshot({ clip: box });
}
