import type { Page } from '@playwright/test';
import { conjugates } from '@gangway/core/focus/conjugates';
import { blurAt } from '@gangway/core/focus/blur';
import { keystone } from '@gangway/core/perspective/keystone';
import { crossing, edgeSpread, openFinder, overlays, row, step, still, type } from './finder';
import { jobSchema } from '@gangway/contract/job';
import { expect, openSetup, saved, stored, test, withoutPlace } from './gangway';
import { violations } from './accessible';

const SMALL = /small format/;
const rise = (page: Page) => page.getByRole('textbox', { name: 'Rise' });

test('shows the tower in true perspective: its edges upright when level, and leaning by the keystone when pitched', async ({
  page,
  gangway,
}) => {
  await openFinder(page, gangway);
  await overlays(page, (list) => list.getByLabel('circles').uncheck());
  await still(page);
  const width = (await row(page, 0.5)).length;
  const perMm = width / 24;
  // Level: the left edge of the wall, 4 m beside the axis at 24 m, stands at v·4/24 from the middle, at every height.
  const { imageMm } = conjugates(24, 24);
  const wanted = width / 2 - ((imageMm * 4) / 24) * perMm;
  for (const at of [0.1, 0.4, 0.7]) expect(Math.abs(crossing(await row(page, at), 0.85) - wanted)).toBeLessThan(1.2);

  await type(page, 'Rise', '0');
  await type(page, 'Pitch (up)', '10');
  await still(page);
  const [upper, lower] = [await row(page, 0.2), await row(page, 0.6)];
  const measured = (crossing(upper, 0.85) - crossing(lower, 0.85)) / perMm;
  // An upright that meets the middle of the picture at X leans by X·tan φ/v: over 0.4 of the height its ends part by so much.
  const middle = (width / 2 - crossing(await row(page, 0.5), 0.85)) / perMm;
  const { convergenceMm } = keystone({ imageMm, sensorWidthMm: 2 * middle, sensorHeightMm: 0.4 * 36, columnsPx: 5504, pitchDeg: 10 });
  expect(Math.abs(measured - convergenceMm)).toBeLessThan(0.12 + 0.05 * convergenceMm);
});

test('with materials the picture has a sky, a wall of brick in the sun and ground, and stays plain once they are off', async ({
  page,
  gangway,
}) => {
  await openFinder(page, gangway);
  await overlays(page, async (list) => {
    await list.getByLabel('circles').uncheck();
    await list.getByLabel('materials').check();
  });
  await still(page);
  // Colours of the sky beside the tower, of its wall, lit from the left, and of the ground before it.
  const colours = await page.getByTestId('finder').evaluate((element) => {
    const picture = element as HTMLCanvasElement;
    const copy = document.createElement('canvas');
    [copy.width, copy.height] = [picture.width, picture.height];
    const context = copy.getContext('2d');
    context?.drawImage(picture, 0, 0);
    const mean = (x: number, y: number): readonly number[] => {
      const { data } = context?.getImageData(Math.round(x * picture.width) - 6, Math.round(y * picture.height) - 3, 12, 6) ?? { data: [] };
      return [0, 1, 2].map((c) => Array.from({ length: 72 }, (_, i) => data[4 * i + c] ?? 0).reduce((sum, value) => sum + value, 0) / 72);
    };
    return { sky: mean(0.15, 0.2), wall: mean(0.42, 0.5), ground: mean(0.5, 0.97) };
  });
  const [red = 0, , blue = 0] = colours.sky;
  expect(blue).toBeGreaterThan(red + 10);
  const [wallRed = 0, wallGreen = 0, wallBlue = 0] = colours.wall;
  expect(wallRed).toBeGreaterThan(wallGreen + 20);
  expect(wallRed).toBeGreaterThan(wallBlue + 20);
  const [groundRed = 0, , groundBlue = 0] = colours.ground;
  expect(Math.abs(groundRed - groundBlue)).toBeLessThan(40);
  // Off, it stays off in this browser.
  await overlays(page, (list) => list.getByLabel('materials').uncheck());
  await page.reload();
  await step(page, 'Frame');
  await overlays(page, (list) => expect(list.getByLabel('materials')).not.toBeChecked());
  await still(page);
  const plain = await row(page, 0.2);
  expect(plain[5]).toBeCloseTo(0.85 ** (1 / 2.2), 1);
});

test('an edge in the picture is as blurred as a bundle of rays says', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  await overlays(page, (list) => list.getByLabel('circles').uncheck());
  await type(page, 'f/', '3.5');
  await type(page, 'Focus', '0.5');
  await still(page);
  const values = await row(page, 0.4);
  const perMm = values.length / 24;
  const { imageMm } = conjugates(24, 0.5);
  const said = blurAt({ focalMm: 24, imageMm, tiltDeg: 0, swingDeg: 0, fNumber: 3.5, pointM: [-4, 5, 24] }) * perMm;
  expect(said).toBeGreaterThan(4);
  const measured = edgeSpread(values, said);
  expect(Math.abs(measured - said)).toBeLessThan(Math.max(1.2, 0.15 * said));
});

test('from a wrong start the check says how much of the tower is cut off, and its fixes pass', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  const check = page.locator('[data-check=inFrame]');
  await expect(check).toContainText('The subject goes 0.4 mm beyond the upper edge of the frame.');
  await type(page, 'Rise', '3');
  await expect(check).toContainText('beyond the upper edge');
  await check.getByRole('button', { name: /m away/ }).click();
  await expect(check).toHaveAttribute('data-state', 'passes');
  await page.keyboard.press('Control+z');
  await expect(check).toHaveAttribute('data-state', 'fails');
  await step(page, 'Position');
  await type(page, 'Distance', '26');
  await expect(page.getByRole('textbox', { name: 'Focus' })).toHaveValue('26.00');
  await page
    .getByText(/From here the top needs/)
    .getByRole('button', { name: 'Apply' })
    .click();
  await expect(check).not.toHaveAttribute('data-state', 'fails');
  await type(page, 'Distance', '0.02');
  await expect(page.getByRole('alert')).toContainText('Distance 0.02 m is out of range');
});

test('says which rig of the kit does it from here, and takes it with what it needs', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  await step(page, 'Position');
  await page.getByRole('button', { name: 'Which of my rigs can do it?' }).click();
  const dialog = page.getByRole('dialog', { name: 'Rigs that work from here' });
  // v(H − c)/D + k − h/2 = 29.43 + 0.5 − 18 for the tower in portrait.
  const mine = dialog.getByRole('row', { name: /Small body with 24 mm shift wide, portrait/ });
  await expect(mine).toContainText('11.9 mm of rise');
  await expect(mine).toHaveAttribute('data-state', 'passes');
  await expect(mine).toContainText('Works from f/16.');
  await expect(dialog.getByRole('row', { name: /300 mm field long, portrait/ })).toHaveAttribute('data-state', 'fails');
  await mine.getByRole('button', { name: /^Use/ }).click();
  await expect(rise(page)).toHaveValue('12.0');
  await expect(page.locator('[data-check=inFrame]')).not.toHaveAttribute('data-state', 'fails');
  await expect(page.locator('[data-check=sharpCircle]')).not.toHaveAttribute('data-state', 'fails');
});

test('the picture is dragged, nudged with the keys, turned as on the ground glass, and kept', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  const picture = page.getByRole('application', { name: /Picture in the Finder/ });
  const box = await picture.boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 60, { steps: 6 });
  await page.mouse.up();
  // Drawn up by 60 px of about 605 for 36 mm: less rise.
  await expect.poll(async () => Math.abs(Number(await rise(page).inputValue()) - (11 - (60 / box.height) * 36))).toBeLessThan(0.2);
  await page.keyboard.press('Control+z');
  await expect(rise(page)).toHaveValue('11.0');
  await picture.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(rise(page)).toHaveValue('10.0');
  await overlays(page, async (list) => {
    await list.getByRole('button', { name: 'as on the ground glass' }).click();
    await expect(list.getByRole('button', { name: 'as on the ground glass' })).toHaveAttribute('aria-pressed', 'true');
  });
  await expect(picture).toHaveAccessibleDescription(/10\.0 mm of rise.*The subject goes/s);
  await step(page, 'Position');
  await type(page, 'Height', '28');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Height', exact: true })).toHaveValue('28.00');
});

test('every kind of subject is chosen, drawn and refused what it cannot be', async ({ page, gangway }) => {
  await openSetup(page, gangway, /44 × 33 back/);
  await step(page, 'Frame');
  await expect(page.getByText('Choose a subject in the step Position')).toBeVisible();
  for (const kind of [
    'Interior',
    'Table-top with a flat label',
    'Ground with stakes',
    'Row of people',
    'Flat sheet',
    'Façade, tower or oblique front',
  ]) {
    await step(page, 'Position');
    await page.getByLabel('Subject', { exact: true }).selectOption(kind);
    await step(page, 'Frame');
    await expect(page.getByTestId('finder')).toHaveAttribute('data-samples', /[1-9]/);
  }
  await step(page, 'Position');
  await type(page, 'Width', '-3');
  await expect(page.getByRole('alert')).toHaveText('Width must be a number from 0.1 to 1000 m.');
  expect(await violations(page)).toEqual([]);
});

test('without WebGL 2 a plain drawing takes its place and says so', async ({ page, gangway }) => {
  await page.addInitScript(() => {
    // eslint-disable-next-line @typescript-eslint/unbound-method -- called with its own canvas below
    const real = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...rest: unknown[]) {
      return kind === 'webgl2' ? null : (Reflect.apply(real, this, [kind, ...rest]) as never);
    } as typeof real;
  });
  await openSetup(page, gangway, SMALL);
  await step(page, 'Frame');
  await expect(page.getByText('No WebGL 2 here: drawn simply, without blur.')).toBeVisible();
  await expect.poll(() => page.getByTestId('finder-plain').locator('polygon').count()).toBeGreaterThan(20);
});

test('exposed as set the picture is as much darker as stops of light say, shot by shot of a bracket', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  await page.getByRole('radio', { name: 'Expose', exact: true }).click();
  await expect(page.getByText('Shown as metered: enter a meter reading in the step Expose to see it as recorded.')).toBeVisible();
  await overlays(page, async (list) => {
    await list.getByLabel('falloff').uncheck();
    await list.getByLabel('materials').uncheck();
  });
  await still(page);
  // The light of the sky, undone of the display curve.
  const sky = async () => ((await row(page, 0.05))[3] ?? NaN) ** 2.2;
  const metered = await sky();
  await page.getByLabel('Meter reading').selectOption('ev');
  await expect(page.getByText('The image centre is recorded as metered.')).toBeVisible();
  await type(page, 'Exposure compensation', '-2');
  await expect(page.getByText('The image centre is recorded 2.0 stops darker than metered.')).toBeVisible();
  await still(page);
  // Two stops are a quarter of the light; eight bits of a pixel leave some play.
  expect((await sky()) / metered).toBeGreaterThan(0.24);
  expect((await sky()) / metered).toBeLessThan(0.26);
  await type(page, 'Exposures', '3');
  await page.getByLabel('Shot of the bracket').selectOption({ label: 'shot 3, 1/125 s' });
  await expect(page.getByText('The image centre is recorded 1.0 stop darker than metered.')).toBeVisible();
  await still(page);
  expect((await sky()) / metered).toBeGreaterThan(0.48);
  expect((await sky()) / metered).toBeLessThan(0.52);
  await overlays(page, (list) => list.getByLabel('exposure as set').uncheck());
  await still(page);
  expect((await sky()) / metered).toBeCloseTo(1, 2);
});

test('with place, day and compass the Finder shows the light of an hour, says when the front is lit, and enters it', async ({
  page,
  gangway,
}) => {
  await openFinder(page, gangway);
  // The demo job has all that it takes; without its place the Finder asks for it.
  await expect(page.getByTestId('hour-light')).toBeVisible();
  await withoutPlace(page, gangway);
  await page.reload();
  await expect(page.getByText('To see the light of an hour,')).toBeVisible();
  // A place at sea, the longest day; the camera looks west, so that the front looks east.
  const { pathname } = new URL(page.url());
  const jobId = pathname.split('/')[2] ?? '';
  const job = jobSchema.parse(await (await page.request.get(`${gangway.url}/api/jobs/${jobId}`)).json());
  const place = { name: 'At sea', latitudeDeg: 54, longitudeDeg: 1, heightM: 0, timeZone: 'UTC' };
  expect(
    (
      await page.request.patch(`${gangway.url}/api/jobs/${jobId}`, {
        data: { version: job.version, writeId: crypto.randomUUID(), place, day: '2026-06-21' },
      })
    ).status(),
  ).toBe(200);
  await step(page, 'Position');
  await type(page, 'Compass bearing of view', '270');
  await saved(page);
  await page.reload();
  await step(page, 'Frame');
  const words = page.getByTestId('hour-light');
  const hour = page.getByRole('slider', { name: 'Hour of the light' });
  // Solar noon there is 11:58 UTC, when the sun passes the line of an eastern wall.
  await expect(words).toHaveText(/^10:00: sun on the front until 11:5\d$/);
  await overlays(page, async (list) => {
    await list.getByLabel('circles').uncheck();
    await list.getByLabel('materials').check();
  });
  await still(page);
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const wall = async () => mean((await row(page, 0.5)).filter((_, i, all) => i > all.length * 0.4 && i < all.length * 0.6));
  const lit = await wall();
  await hour.fill('900');
  await expect(words).toHaveText('15:00: no more sun on the front this day');
  await still(page);
  expect(await wall()).toBeLessThan(lit * 0.85);
  await hour.fill('240');
  await expect(words).toHaveText(/^04:00: sun on the front until/);
  await page.getByRole('button', { name: 'Enter as light' }).click();
  // At four it stands north of east: to the right of what looks west, and behind it.
  const light = (await stored(page)).scene?.light;
  expect(light?.heightDeg).toBeGreaterThan(0);
  expect(Math.abs(light?.bearingDeg ?? 0)).toBeGreaterThan(90);
  // What is entered is what is shown, until an hour is asked for again.
  await page.reload();
  await expect(words).toHaveText(/^Light as entered/);
  await hour.fill('900');
  await expect(words).toHaveText('15:00: no more sun on the front this day');
});
