import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import Papa from 'papaparse';
import { unionOf } from '@gangway/core/mosaic/frames';
import { expect, saved, openSetup, stored, test, type Gangway } from './gangway';
import { violations } from './accessible';

const check = (page: Page, kind: string): Locator => page.locator(`[data-check=${kind}]`);
const facts = (page: Page): Locator => page.getByTestId('mosaic-facts');

async function type(page: Page, name: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

async function openStitch(page: Page, gangway: Gangway, name: RegExp): Promise<void> {
  await openSetup(page, gangway, name);
  await page.getByRole('radio', { name: 'Stitch', exact: true }).click();
  await expect(page.getByTestId('mosaic')).toBeVisible();
}

async function layOut(page: Page, which: 'fewest' | 'most'): Promise<void> {
  await page.locator(`[data-answer=${which}]`).getByRole('button', { name: 'Use this layout' }).click();
  await expect(facts(page)).toBeVisible();
}

/** Every finding that is there holds, and there are those that a mosaic has. */
async function everythingHolds(page: Page): Promise<void> {
  for (const kind of ['inFrame', 'imageCircle', 'sharpCircle', 'travel', 'overlap', 'parallax', 'room'])
    await expect(check(page, kind)).toHaveAttribute('data-state', 'passes');
  await expect(page.locator('[data-check]:not([data-state=passes])')).toHaveCount(0);
}

async function downloaded(page: Page, name: string): Promise<string> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name, exact: true }).click()]);
  return readFileSync(await download.path(), 'utf8');
}

test('the ledger sheet from a goal: eight upright frames that hold, out as CSV, JSON and SVG', async ({ page, gangway }) => {
  await openStitch(page, gangway, /Ledger sheet/);
  // As one picture it goes beyond the frame.
  await expect(check(page, 'inFrame')).toHaveAttribute('data-state', 'fails');
  await expect(page.locator('[data-answer=fewest]')).toContainText('4 × 2 = 8 frames in portrait');
  await layOut(page, 'fewest');
  await expect(page.locator('[data-frame]')).toHaveCount(8);
  await type(page, 'Minimum overlap', '95');
  await expect(page.getByRole('alert')).toHaveText('Minimum overlap must be from 0 to 80 %.');
  await page.keyboard.press('Escape');
  await expect(check(page, 'room')).toHaveCount(0);
  await type(page, 'Free space on the card', 'lots');
  await expect(page.getByRole('alert')).toContainText('“lots” is not a number');
  await type(page, 'Free space on the card', '64');
  await everythingHolds(page);
  await expect(page.getByTestId('seams')).toBeAttached();
  await saved(page);

  await page.getByRole('button', { name: 'Step list…' }).click();
  await expect(page.getByRole('table', { name: 'Frames of the series' }).getByRole('row')).toHaveCount(9);
  const csv = Papa.parse<Record<string, string>>(await downloaded(page, 'CSV'), {
    header: true,
    dynamicTyping: false,
    skipEmptyLines: true,
  });
  expect(csv.errors).toEqual([]);
  expect(csv.data.map(({ order }) => order)).toEqual(['1', '2', '3', '4', '5', '6', '7', '8']);
  const plan = JSON.parse(await downloaded(page, 'JSON')) as {
    widthPx: number;
    widthMm: number;
    frames: { shiftMm: number; riseMm: number; stopMm: number; slideShiftMm: number; slideRiseMm: number }[];
    frameWidthMm: number;
    frameHeightMm: number;
  };
  const { mosaic } = await stored(page);
  expect(plan.frames.map(({ shiftMm, riseMm }) => [shiftMm, riseMm])).toEqual(
    mosaic?.frames.map(({ shiftMm, riseMm }) => [shiftMm, riseMm]),
  );
  // What is written is the whole that the frames make: the lens moves, so pictures part by s(1 + m) at m = 90/(440 − 90).
  const spread = 1 + 90 / (440 - 90);
  const union = unionOf(
    plan.frames
      // A stop of the back moves the back.
      .map((each) => [each.stopMm + each.slideShiftMm * spread, each.slideRiseMm * spread] as const)
      .map(([shiftMm, riseMm]) => ({
        left: shiftMm - plan.frameWidthMm / 2,
        right: shiftMm + plan.frameWidthMm / 2,
        lower: riseMm - plan.frameHeightMm / 2,
        upper: riseMm + plan.frameHeightMm / 2,
      })),
  );
  expect(union && union.whole.right - union.whole.left).toBeCloseTo(plan.widthMm, 2);
  const svg = await downloaded(page, 'SVG drawing');
  expect(svg).toMatch(/^<svg[^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
  expect(svg).not.toContain('var(--');
  expect(svg.match(/data-frame=/g)).toHaveLength(8);
});

test('a frame dragged away leaves a gap, which is reported, fixed with one click and undone', async ({ page, gangway }) => {
  await openStitch(page, gangway, /Ledger sheet/);
  await layOut(page, 'fewest');
  await type(page, 'Free space on the card', '64');
  await everythingHolds(page);
  const frame = page.locator('[data-frame="1"]');
  const box = await frame.locator('circle').boundingBox();
  if (!box) throw new Error('no frame');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 1; i <= 6; i++) await page.mouse.move(box.x + box.width / 2 - i, box.y + box.height / 2);
  await page.mouse.up();
  await expect(check(page, 'overlap')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'overlap')).toContainText(/Frames 1 and 2 overlap by/);
  const fix = check(page, 'overlap').getByRole('list', { name: 'Fixes' }).getByRole('button').first();
  await expect(fix).toBeEnabled();
  await fix.click();
  await expect(check(page, 'overlap')).toHaveAttribute('data-state', 'passes');
  await page.keyboard.press('Control+z');
  await expect(check(page, 'overlap')).toHaveAttribute('data-state', 'fails');
  // The whole drag was one step.
  await page.keyboard.press('Control+z');
  await everythingHolds(page);
  await frame.focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('button', { name: /^Undo: frame 1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add frame' }).click();
  await expect(page.locator('[data-frame]')).toHaveCount(9);
  await page.locator('[data-frame="9"]').focus();
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-frame]')).toHaveCount(8);
  await page.getByRole('button', { name: /^With another rig/ }).click();
  const rigs = page.getByRole('list', { name: 'Rigs' });
  await expect(rigs.getByRole('listitem').filter({ hasText: '44 × 33 back with 90 mm field wide' })).toContainText(
    '4 × 2 = 8 frames in portrait',
  );
  await rigs.getByRole('listitem').filter({ hasText: 'Small body with 24 mm shift wide' }).getByRole('button', { name: 'Use it' }).click();
  await expect(page.locator('[data-frame]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Single picture' }).click();
  await expect(page.locator('[data-frame]')).toHaveCount(0);
});

test('the ropewalk front, flat in three frames: the lens goes from place to place until the camera is slid the other way', async ({
  page,
  gangway,
}) => {
  await openStitch(page, gangway, /Ropewalk front/);
  await page.getByLabel('What the mosaic is for').selectOption('megapixels');
  await type(page, 'Megapixels', '80');
  await expect(page.locator('[data-answer=fewest]')).toContainText('3 × 1 = 3 frames in portrait');
  await layOut(page, 'fewest');
  await type(page, 'Free space on the card', '64');
  await expect(check(page, 'parallax')).toHaveAttribute('data-state', 'fails');
  await check(page, 'parallax')
    .getByRole('button', { name: /slide the camera the other way/ })
    .click();
  await everythingHolds(page);
  await expect(page.getByText(/^The rail has to give [\d.]+ mm across/)).toBeVisible();
  await page.getByRole('button', { name: 'Something moves…' }).click();
  await expect(check(page, 'seam')).toHaveAttribute('data-state', 'passes');
  await expect(check(page, 'seam')).toContainText('within one frame');
  await page.locator('[data-zone="people 1"]').getByText('values').click();
  await type(page, 'Left edge', '-30');
  await type(page, 'Right edge', '30');
  await expect(check(page, 'seam')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'seam')).toContainText(/goes \d+ px between frames 1 and 3/);
  await type(page, 'Left edge', '40');
  await expect(page.getByRole('alert')).toContainText('is beyond the opposite edge');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Remove people 1' }).click();
  await page.getByRole('button', { name: 'Step list…' }).click();
  const rows = page.getByRole('table', { name: 'Frames of the series' }).getByRole('row');
  await expect(rows.nth(3)).toContainText(/mm left/);
});

test('the ledger sheet with quarter turns of a small sensor on the plate', async ({ page, gangway }) => {
  await openStitch(page, gangway, /Ledger sheet/);
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Quarter-turn plate/ })
    .click();
  await page.getByRole('radio', { name: 'Position', exact: true }).click();
  await type(page, 'Distance', '0.88');
  await page.getByRole('radio', { name: 'Stitch', exact: true }).click();
  await expect(page.locator('[data-answer=fewest]')).toContainText('four quarter turns');
  await layOut(page, 'fewest');
  await expect(page.locator('[data-frame]')).toHaveCount(4);
  await type(page, 'Free space on the card', '8');
  await everythingHolds(page);
});

test('the step Stitch is accessible, at the desk and on a phone', async ({ page, gangway }) => {
  await openStitch(page, gangway, /Ledger sheet/);
  await layOut(page, 'fewest');
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    expect(await violations(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  }
});
