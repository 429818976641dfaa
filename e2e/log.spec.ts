import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { logSchema, type Log } from '@gangway/contract/log';
import { setSchema } from '@gangway/contract/proof';
import { expect, saved, openSetup, stored, test, withoutPlace, type Gangway } from './gangway';
import { violations } from './accessible';

async function type(page: Page, name: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

async function step(page: Page, name: string): Promise<void> {
  await page.getByRole('radio', { name, exact: true }).click();
}

async function demoJob(gangway: Gangway): Promise<string> {
  const [job] = jobSummarySchema.array().parse(await (await fetch(`${gangway.url}/api/jobs`)).json());
  return job?.id ?? '';
}

const logOf = async (gangway: Gangway, jobId: string): Promise<Log> =>
  logSchema.parse(await (await fetch(`${gangway.url}/api/jobs/${jobId}/log`)).json());

async function accessible(page: Page): Promise<void> {
  expect(await violations(page)).toEqual([]);
}

test('sheet film on the slipway: from the meter to the exposure time with ND filter, reciprocity and bracket; the countdown; a failing check is fixed', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, /Slipway/);
  await step(page, 'Expose');
  await expect(page.getByText('Enter the meter reading')).toBeVisible();
  await page.getByLabel('Meter reading').selectOption('ev');
  await type(page, 'Reading EV', '99');
  await expect(page.getByRole('alert')).toHaveText('Reading EV must be a number from −10 to 30.');
  await type(page, 'Reading EV', '11');
  // EV 11 at f/22, ISO 100: 22²/2¹¹ = 0.236 s, and 0.09 stops for the extension to 3 m: a quarter.
  await expect(page.getByTestId('time-to-set')).toHaveText('1/4 s');
  await page.getByRole('textbox', { name: 'A filter held in front of the lens' }).fill('ND 1.8');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  // Six stops more are 16.1 s, and t^1.3 of that 37 s.
  await expect(page.getByTestId('time-to-set')).toHaveText('37 s');
  await page.getByRole('button', { name: 'two stops' }).click();
  await expect(page.getByRole('table', { name: 'The bracket' }).getByRole('row')).toHaveCount(4);
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('Whether there is film for these 3 frames is unknown');
  await type(page, 'Frames of film left', '2');
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('Needs 3 frames of film, but only 2 are left.');
  await page.getByRole('button', { name: /without brackets/ }).click();
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('Needs 1 frame of film; 2 left.');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('table', { name: 'The bracket' })).toBeVisible();

  await page.getByLabel('tones').uncheck();
  await page.getByRole('button', { name: 'Count', exact: true }).click();
  await expect(page.getByTestId('countdown')).toHaveText(/ready/);
  await expect(page.getByRole('status').filter({ hasText: 'Open.' })).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  const left = await page.getByTestId('countdown').textContent();
  expect(left).toMatch(/^3\d\.\d s$/);
  await page.waitForTimeout(400);
  expect(await page.getByTestId('countdown').textContent()).toBe(left);
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByTestId('countdown')).not.toHaveText(left ?? '');
  await accessible(page);
  await saved(page);
  expect((await stored(page)).exposure).toMatchObject({
    meter: { kind: 'ev', ev: 11, iso: 100 },
    filters: [{ name: 'ND 1.8', stops: 6 }],
    filmLeft: 2,
    brackets: { count: 3, stepStops: 2 },
  });
});

test('the tide gauge by flash: guide number, losses, pops, ambient share, and what several pops ask of the shutter', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, /Tide gauge/);
  await step(page, 'Expose');
  const checks = page.getByRole('region', { name: 'Checks' });
  await page.getByRole('checkbox', { name: 'Flash', exact: true }).check();
  await expect(checks).toContainText('How much light the flash gives is unknown.');
  await page.getByLabel('Flash reading').selectOption('guide');
  // Chosen, but nothing entered: nothing is taken for granted.
  await expect(checks).toContainText('How much light the flash gives is unknown.');
  await type(page, 'Guide number', '36');
  await type(page, 'Flash to subject', '0');
  await expect(page.getByRole('alert')).toHaveText('Flash to subject must be a number from 0.05 to 1000 m.');
  await expect(checks).toContainText('How much light the flash gives is unknown.');
  await type(page, 'Flash to subject', '3');
  // 36 / 3 = f/12; at 0.70 m a 120 mm lens extends by 1.21 times: f/9.9 is marked, 0.3 stops under f/11.
  const ledger = page.getByRole('table', { name: 'From reading to shutter speed' });
  await expect(ledger.getByRole('row', { name: /One pop, before losses/ })).toContainText('f/12.0');
  await expect(ledger.getByRole('row', { name: /With extension/ })).toContainText('f/9.9');
  await expect(checks).toContainText('1 pop exposes correctly at f/11.');
  await page.getByRole('button', { name: /^f\/22 4 pops/ }).click();
  await expect(checks).toContainText('1 pop underexposes by 2.3 stops at f/22.');
  await checks.getByRole('button', { name: /^4 pops/ }).click();
  await expect(checks).toContainText('How long 4 pops take is unknown.');
  await type(page, 'Recycling time', '3');
  await expect(checks).toContainText('4 pops take 9 s, but the shutter is open for only 1/60 s.');
  await checks.getByRole('button', { name: /^shutter at 10 s/ }).click();
  await expect(checks).toContainText('4 pops take 9 s; no moving subject is entered.');
  await expect(page.getByTestId('time-to-set')).toHaveText('10 s');
  await page.getByLabel('Meter reading').selectOption('ev');
  await type(page, 'Reading EV', '4');
  await expect(ledger.getByRole('row', { name: /Ambient light/ })).toContainText('% of the light');
  await accessible(page);
  await saved(page);
  expect((await stored(page)).exposure).toMatchObject({
    flash: true,
    flashLight: {
      reading: { kind: 'guide', guideNumberM: 36, distanceM: 3, iso: 100 },
      pops: 4,
      opening: 'one',
      shutterSpeedS: 10,
      recycleS: 3,
    },
  });
  await step(page, 'Card');
  await expect(page.getByText('guide number 36, 3.0 m from the subject; 4 pops in one opening of the shutter, 3.0 s apart')).toBeVisible();
});

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a card is ticked, written on, reordered, given its own step and saved as a template, and shots are logged from it', async ({
    page,
    gangway,
  }) => {
    await openSetup(page, gangway, /Slipway/);
    await step(page, 'Card');
    const card = page.getByRole('region', { name: 'Card' });
    await card.getByRole('checkbox', { name: /Open the shutter and the aperture/ }).check();
    await card.getByRole('checkbox', { name: /^Rise and shift 3\.0 mm of fall/ }).check();
    const note = card.getByRole('textbox', { name: 'Actual: Rise and shift' });
    await note.fill('3.5 mm, the stake was in the way');
    await note.press('Enter');
    await expect(card.getByText(/^2 of \d+ done$/)).toBeVisible();
    await card.getByRole('button', { name: 'Log a shot' }).click();
    await expect(page.getByText('Shot 1 is logged, holder 1, frame 1.').first()).toBeVisible();
    await card.getByRole('button', { name: 'Edit the list' }).click();
    await card.getByRole('textbox', { name: 'A step of your own' }).fill('Ask the harbour master');
    await card.getByRole('button', { name: 'Add', exact: true }).click();
    await card.getByRole('button', { name: 'Leave out “In the bag”' }).click();
    const work = card.getByRole('list', { name: 'Procedure' });
    // By the keyboard: the own step stands last and is carried up by one.
    const grip = work.getByRole('button', { name: 'Move “Ask the harbour master”' });
    await grip.focus();
    await page.keyboard.press('Space');
    await page.waitForTimeout(300);
    await page.keyboard.press('ArrowUp');
    await page.waitForTimeout(300);
    await page.keyboard.press('Space');
    await expect(work.getByRole('listitem').nth(-2)).toContainText('Ask the harbour master');
    await card.getByRole('textbox', { name: 'Name of the template' }).fill('Tide and quay');
    await card.getByRole('button', { name: 'Save as template' }).click();
    await expect(card.getByRole('button', { name: 'Tide and quay', exact: true })).toBeVisible();
    await card.getByRole('button', { name: 'Done editing' }).click();
    await saved(page);
    // Nothing of the page goes beyond the phone.
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await accessible(page);
    await page.reload();
    await expect(card.getByRole('checkbox', { name: /^Rise and shift/ })).toBeChecked();
    await expect(note).toHaveValue('3.5 mm, the stake was in the way');
    await expect(card).not.toContainText('In the bag');
    await expect(card.getByRole('button', { name: 'Log a shot' })).toBeEnabled();
    expect((await logOf(gangway, await demoJob(gangway))).shots).toMatchObject([
      { setup: 'Slipway at low water', riseMm: -3, fNumber: 22, holder: 'holder 1', filmFrame: 1 },
    ]);
    // The log itself, without going sideways: a shot is opened, a wrong value refused, a right one kept.
    const jobId = await demoJob(gangway);
    await page.goto(`${gangway.url}/jobs/${jobId}/log`);
    const shots = page.getByRole('region', { name: 'Shots' });
    await expect(shots.getByRole('listitem')).toHaveCount(1);
    await shots.getByRole('button', { name: /Slipway at low water/ }).click();
    const sheet = page.getByRole('dialog', { name: 'Slipway at low water' });
    const rise = sheet.getByLabel('Rise, mm');
    await expect(rise).toHaveValue('−3');
    await rise.fill('three');
    await rise.press('Enter');
    await expect(sheet.getByRole('alert')).toContainText('“three” is not a number');
    await expect(rise).toHaveValue('three');
    // What is refused keeps the sheet open; Escape puts the value back before it closes anything.
    await sheet.getByRole('button', { name: 'Done' }).click();
    await expect(rise).toHaveValue('three');
    await sheet.getByRole('button', { name: 'Restore' }).click();
    await expect(rise).toHaveValue('−3');
    await rise.fill('four');
    await rise.press('Escape');
    await expect(rise).toHaveValue('−3');
    await rise.fill('-3.5');
    await rise.press('Enter');
    await expect.poll(async () => (await logOf(gangway, jobId)).shots[0]?.riseMm).toBe(-3.5);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await accessible(page);
    // Done at once after Enter: what is on its way does not hold the sheet.
    const remarks = sheet.getByLabel('Remarks');
    await remarks.fill('wind');
    await remarks.press('Enter');
    await sheet.getByRole('button', { name: 'Done' }).click();
    await expect(sheet).toBeHidden();
    await expect(shots).toContainText('wind');
    await expect(shots).toContainText('3.5 mm of fall');
    await accessible(page);
    await shots.getByRole('button', { name: /Slipway at low water/ }).click();
    await sheet.getByRole('button', { name: 'Remove this shot' }).click();
    await expect(page.getByRole('heading', { name: 'Nothing logged yet' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(shots.getByRole('listitem')).toHaveCount(1);
    // The template over another setup.
    await page.goto(gangway.url);
    await page.getByRole('link', { name: /Hemp loft/ }).click();
    await step(page, 'Card');
    await card.getByRole('button', { name: 'Edit the list' }).click();
    await card.getByRole('button', { name: 'Tide and quay', exact: true }).click();
    await expect(card.getByRole('checkbox', { name: 'Ask the harbour master' })).toBeVisible();
  });
});

test('a bracketed mosaic on the simulated back without contacts: logged, matched with its files, sidecars read by exiftool', async ({
  page,
  gangway,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'gangway-matched-'));
  try {
    await openSetup(page, gangway, /Ledger sheet/);
    const setupId = new URL(page.url()).pathname.split('/').pop() ?? '';
    await step(page, 'Stitch');
    await page.locator('[data-answer=fewest]').getByRole('button', { name: 'Use this layout' }).click();
    await step(page, 'Expose');
    await page.getByLabel('Meter reading').selectOption('pair');
    await type(page, 'Reading at f/', '11');
    await type(page, 'Reading time', '1/8');
    await page.getByRole('button', { name: 'two stops' }).click();
    await expect(page.getByText('24 shots in all, over 8 frames of the mosaic.')).toBeVisible();
    await page.getByLabel('Order of exposures').selectOption('darkFirst');
    await saved(page);
    const touch = page.getByRole('button', { name: 'Log a shot' });
    for (let i = 1; i <= 6; i++) {
      await touch.click();
      await expect(page.getByText(`${i} logged here`)).toBeVisible();
      // As it would be between two exposures.
      await page.waitForTimeout(1200);
    }
    await expect(page.getByText('6 logged here; next: frame 3 of 8, exposure 1')).toBeVisible();
    const jobId = await demoJob(gangway);
    await expect.poll(async () => (await logOf(gangway, jobId)).shots.length).toBe(6);
    const { shots } = await logOf(gangway, jobId);
    expect(shots.map(({ frame, bracket, contacts }) => [frame, bracket, contacts])).toEqual([
      [1, 1, false],
      [1, 2, false],
      [1, 3, false],
      [2, 1, false],
      [2, 2, false],
      [2, 3, false],
    ]);

    // The back delivers through its own door; its clock is an hour and some seconds ahead, and it hears nothing of the lens.
    const set = setSchema.parse(
      await (
        await page.request.post(`${gangway.url}/api/setups/${setupId}/frame-sets`, {
          data: { name: 'Series', origin: 'back', planned: false },
        })
      ).json(),
    );
    const paths: string[] = [];
    for (const [i, shot] of shots.entries()) {
      const samples = Buffer.from(Array.from({ length: 80 * 60 * 3 }, (_, n) => (n * 7919 + i * 104729) % 251));
      const query = new URLSearchParams({
        number: String(i + 1),
        width: '80',
        height: '60',
        bits: '8',
        format: i % 2 === 0 ? 'tiff' : 'png',
        takenAt: new Date(Date.parse(shot.at) + 3_607_000).toISOString(),
        exposureS: String(shot.shutterSpeedS),
      });
      const answer = await page.request.post(`${gangway.url}/api/frame-sets/${set.id}/exposures?${query}`, {
        data: samples,
        headers: { 'Content-Type': 'application/octet-stream' },
      });
      expect(answer.status()).toBe(201);
      const { id, name } = (await answer.json()) as { id: string; name: string };
      const path = join(folder, name);
      writeFileSync(path, await (await page.request.get(`${gangway.url}/api/frames/${id}/file`)).body());
      paths.push(path);
    }
    const there = join(folder, 'back-006.xmp');
    writeFileSync(there, 'mine');
    const before = paths.map((path) => readFileSync(path));

    await page.getByRole('link', { name: 'Log', exact: true }).click();
    await page.getByRole('button', { name: 'Match with files…' }).click();
    await page.getByLabel('Files from the card').setInputFiles([...paths, there]);
    await expect(page.getByTestId('match-count')).toHaveText('6 of 6 shots matched with 6 files; 0 doubtful.');
    const rows = page.getByRole('table', { name: 'Matches' }).getByRole('row');
    for (const [i, path] of paths.entries()) await expect(rows.nth(i + 1)).toContainText(path.split('/').pop() ?? '');
    await page.getByRole('button', { name: 'Save file names to log' }).click();
    await expect(page.getByText('6 shots have their files in the log.')).toBeVisible();
    // What is there already is left alone until it is asked for.
    const zipped = async () => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: 'Sidecars as a zip' }).click(),
      ]);
      return unzipSync(readFileSync(await download.path()));
    };
    expect(Object.keys(await zipped()).sort()).toEqual([1, 2, 3, 4, 5].map((n) => `back-00${n}.xmp`));
    await expect(page.getByText('One sidecar is there already and is left alone.')).toBeVisible();
    // Straight into a folder: here the browser's own, since its picker is not the page's to press.
    const inFolder = () =>
      page.evaluate(async () => {
        const found: Record<string, string> = {};
        for await (const handle of (await navigator.storage.getDirectory()).values())
          if (handle.kind === 'file') found[handle.name] = await (await handle.getFile()).text();
        return found;
      });
    await page.evaluate(async () => {
      const folder = await navigator.storage.getDirectory();
      Object.assign(window, { showDirectoryPicker: () => Promise.resolve(folder) });
      const mine = await (await folder.getFileHandle('back-002.xmp', { create: true })).createWritable();
      await mine.write('mine');
      await mine.close();
    });
    await page.getByRole('button', { name: 'Sidecars into a folder…' }).click();
    await expect(page.getByText('5 sidecars are written. One was there already and is left alone.')).toBeVisible();
    expect((await inFolder())['back-002.xmp']).toBe('mine');
    await page.getByLabel(/back-006\.xmp is there already/).check();
    const sidecars = await zipped();
    await page.getByRole('button', { name: 'Sidecars into a folder…' }).click();
    await expect(page.getByText('6 sidecars are written.')).toBeVisible();
    expect(await inFolder()).toEqual(
      Object.fromEntries(Object.entries(sidecars).map(([name, bytes]) => [name, Buffer.from(bytes).toString('utf8')])),
    );
    for (const [name, bytes] of Object.entries(sidecars)) writeFileSync(join(folder, name), bytes);
    for (const [i, shot] of shots.entries()) {
      const [found] = JSON.parse(
        execFileSync('exiftool', ['-json', '-n', '-G1', join(folder, `back-00${i + 1}.xmp`)], { encoding: 'utf8' }),
      ) as Record<string, unknown>[];
      expect(found).toMatchObject({
        'XMP-exif:FNumber': 11,
        'XMP-exif:FocalLength': 90,
        'XMP-exif:ISO': 100,
        'XMP-gangway:Frame': shot.frame,
        'XMP-gangway:Bracket': shot.bracket,
        'XMP-gangway:Setup': 'Ledger sheet',
        'XMP-gangway:RiseMm': shot.riseMm,
      });
      expect(Math.abs(Math.log2(Number(found?.['XMP-exif:ExposureTime']) / (shot.shutterSpeedS ?? 1)))).toBeLessThan(0.01);
    }
    paths.forEach((path, i) => expect(readFileSync(path).equals(before[i] ?? Buffer.alloc(0))).toBe(true));
    await accessible(page);
    // Corrected by hand to a clock that fits nothing, nothing is matched.
    await type(page, 'ahead of the log by', '0');
    await expect(page.getByTestId('match-count')).toContainText('0 of 6 shots matched');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

/** So many shots; `npm run chaos` takes twenty thousand. */
const SHOTS = Number(process.env.GANGWAY_SHOTS ?? 2000);

test('the log is corrected in place, found, grouped, changed in bulk, undone; thousands of shots stay in hand', async ({
  page,
  gangway,
}) => {
  const jobId = await demoJob(gangway);
  const job = jobSchema.parse(await (await fetch(`${gangway.url}/api/jobs/${jobId}`)).json());
  await openSetup(page, gangway, /Hemp loft/);
  await step(page, 'Expose');
  await page.getByRole('button', { name: 'Log a shot' }).click();
  // It stands in the page at once; here it has to be kept.
  await expect.poll(async () => (await logOf(gangway, jobId)).shots.length).toBe(1);
  const [first] = (await logOf(gangway, jobId)).shots;
  if (!first) throw new Error('nothing logged');
  const more = Array.from({ length: SHOTS - 1 }, (_, i) => ({
    ...first,
    id: crypto.randomUUID(),
    setupId: job.setups[i % 3]?.id ?? '',
    setup: job.setups[i % 3]?.name ?? '',
    at: new Date(Date.UTC(2026, 0, 1) + i * 1000).toISOString(),
    fNumber: [5.6, 8, 11][i % 3] ?? 8,
    remarks: i === 1234 ? 'the gull' : '',
  }));
  for (let from = 0; from < more.length; from += 5000)
    expect(
      (
        await page.request.post(`${gangway.url}/api/jobs/${jobId}/log/changes`, {
          data: { put: more.slice(from, from + 5000), remove: [] },
        })
      ).status(),
    ).toBe(200);
  await page.goto(`${gangway.url}/jobs/${jobId}/log`);
  await expect(page.getByText(`${SHOTS} shots`)).toBeVisible();
  const grid = page.getByRole('grid', { name: 'Shots' });
  expect(await grid.getByRole('row').count()).toBeLessThan(80);
  // To the very end and back by the keyboard.
  await grid.locator('[data-cell="0:0"]').click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown');
  await expect(grid.locator('[data-cell="45:0"]')).toBeFocused();
  await grid.evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(grid.locator(`[data-shot="${first.id}"]`)).toBeVisible();
  // In place: Enter opens, a wrong value is refused in words, Escape puts it back.
  const aperture = grid.locator(`[data-shot="${first.id}"] [data-key=fNumber]`);
  await aperture.dblclick();
  const editor = grid.getByRole('textbox', { name: /f\// });
  await editor.fill('eight');
  await editor.press('Enter');
  await expect(grid.getByRole('alert')).toContainText('“eight” is not a number');
  await editor.fill('13');
  await editor.press('Enter');
  await expect(aperture).toHaveText('13');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(aperture).toHaveText('11');
  // Found by a word, changed in bulk.
  await page.getByRole('searchbox', { name: 'Find in the log' }).fill('gull');
  await expect(page.getByText(`1 of ${SHOTS} shots`)).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find in the log' }).fill('');
  await page.getByLabel('Setup', { exact: true }).selectOption({ label: job.setups[1]?.name ?? '' });
  await page.getByRole('checkbox', { name: 'Choose all shots shown' }).check();
  const bulk = page.getByRole('form', { name: 'Change the chosen shots' });
  await bulk.getByLabel('Column').selectOption('rating');
  await bulk.getByLabel('Value').fill('4');
  await bulk.getByRole('button', { name: 'Set' }).click();
  await expect
    .poll(async () => (await logOf(gangway, jobId)).shots.filter(({ rating }) => rating === 4).length, {
      timeout: 120_000,
      intervals: [3000],
    })
    .toBe(more.filter(({ setupId }) => setupId === job.setups[1]?.id).length);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect
    .poll(async () => (await logOf(gangway, jobId)).shots.filter(({ rating }) => rating === 4).length, {
      timeout: 120_000,
      intervals: [3000],
    })
    .toBe(0);
  await page.getByRole('button', { name: 'Clear selection' }).click();
  await page.getByLabel('Setup', { exact: true }).selectOption('');
  await page.getByLabel('by setup').check();
  await expect(grid.getByText(/shots$/).first()).toBeVisible();
  await page.getByLabel('by setup').uncheck();
  await page.getByRole('button', { name: /^f\// }).click();
  await expect(grid.getByRole('columnheader', { name: /^f\// })).toHaveAttribute('aria-sort', /ending/);
  await accessible(page);
});

test('a job has its place, light, kit and order; it goes out as an archive and comes in again, a damaged one does not', async ({
  page,
  gangway,
}) => {
  await page.goto(gangway.url);
  await withoutPlace(page, gangway);
  await page.reload();
  await page.getByRole('button', { name: 'Add location and date' }).click();
  const light = page.getByRole('region', { name: 'Place and light' });
  await type(page, 'Time zone', 'Europe/London');
  await type(page, 'Latitude', '95');
  await expect(page.getByRole('alert')).toContainText('Latitude must be from −90 to 90°');
  await type(page, 'Latitude', '53.1');
  await light.getByLabel('Day').fill('2026-06-21');
  await light.getByLabel('Day').press('Enter');
  await expect(light).toContainText(/sunrise 04:\d\d/);
  await expect(light).toContainText('Ropewalk front from the quay: which way it faces is unknown');
  await page.getByRole('link', { name: /Hydraulic tower, small format/ }).click();
  await step(page, 'Position');
  await type(page, 'Compass bearing of view', '270');
  await expect(page.getByText('The front faces east; the job’s page says when it is lit.')).toBeVisible();
  await saved(page);
  await page.goto(gangway.url);
  await expect(light).toContainText(/small format: faces east; sun on it 04:\d\d–1\d:\d\d/);
  await expect(page.getByRole('region', { name: 'Packing list' })).toContainText('24 mm shift wide');
  const setups = page.getByRole('list', { name: 'Setups' });
  await setups.getByRole('button', { name: /^Move Hydraulic tower, small format/ }).focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(300);
  await page.keyboard.press('ArrowDown');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(setups.getByRole('listitem').first()).not.toContainText('Hydraulic tower, small format');
  const pdf = await page.request.get(`${gangway.url}/api/jobs/${await demoJob(gangway)}/cards.pdf`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await accessible(page);
  const archive = await (await page.request.get(`${gangway.url}/api/jobs/${await demoJob(gangway)}/archive`)).body();
  await page.getByLabel('Job archive to import').setInputFiles({ name: 'job.gangway.zip', mimeType: 'application/zip', buffer: archive });
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks (copy)' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Setups' }).getByRole('listitem')).toHaveCount(11);
  await expect(light).toContainText(/sunrise 04:\d\d/);
});

test.describe('a damaged archive', () => {
  test.use({ allowErrors: /422/ });

  test('is refused with the reason', async ({ page, gangway }) => {
    await page.goto(gangway.url);
    await page
      .getByLabel('Job archive to import')
      .setInputFiles({ name: 'letter.zip', mimeType: 'application/zip', buffer: Buffer.from('Dear reader') });
    await expect(page.getByRole('alert')).toContainText('This is not an archive of a job');
  });
});
