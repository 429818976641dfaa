import { CALCULATORS } from '../packages/core/src/calculators/registry';
import { expect, follow, test } from './gangway';
import { violations } from './accessible';

test('every calculator answers its example on its own page', async ({ page, gangway }) => {
  test.slow();
  await page.goto(gangway.url);
  await page.getByRole('link', { name: 'Calculators' }).click();
  for (const { title, output } of CALCULATORS) {
    await page.getByRole('navigation', { name: 'Calculators' }).getByRole('link', { name: title, exact: true }).click();
    await expect(page.getByRole('heading', { name: title, level: 2 })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Answer' }).getByRole('definition')).toHaveCount(Object.keys(output.shape).length);
    await expect(page.getByRole('alert')).toHaveCount(0);
  }
});

test('fields are live, refuse by name, and what was typed stays', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/calculators/focusPlane`);
  const hinge = page.locator('[data-answer=hingeMm]');
  // Fact of the trade (common practice): a 150 mm lens tilted 5° hinges 1.72 m below.
  await expect(hinge).toHaveText('1721.06 mm');
  const tilt = page.getByLabel('tilt, forward +');
  await tilt.fill('0');
  await expect(hinge).toHaveText('none');
  await tilt.fill('95');
  await expect(page.getByText('tiltDeg is 95; it must be at most 89.').first()).toBeVisible();
  await expect(tilt).toHaveValue('95');
  await tilt.fill('five');
  await expect(page.getByText('“five” is not a number.')).toBeVisible();
  await page.getByRole('link', { name: 'Wedge' }).click();
  await page.getByRole('link', { name: 'Plane of focus and hinge' }).click();
  await expect(tilt).toHaveValue('five');
  await page.getByRole('button', { name: 'Reset to example' }).click();
  await expect(hinge).toHaveText('1721.06 mm');
});

test('pins are typed line by line, and a missing value is asked for', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/calculators/focusThroughPoints`);
  const pins = page.getByLabel('three pins, camera frame');
  await pins.fill('0, 0, 2\n0, 0.5, 3\n0, 1, 4');
  await expect(page.getByRole('alert')).toContainText('The three pins lie in one line');
  await page.getByLabel('focal length f').fill('');
  await expect(page.getByRole('alert')).toContainText('focalMm is missing; a number is needed.');
});

test('a standard of sharpness gives the blur with its reason', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/calculators/depthOfField`);
  const chooser = page.getByRole('region', { name: 'Standard of sharpness' });
  await chooser.getByRole('combobox', { name: 'Format' }).selectOption('6 × 7 roll film');
  await chooser.getByLabel('Divided by').fill('1200');
  await chooser.getByLabel('Divided by').press('Enter');
  await expect(chooser).toContainText('0.0747 mm (74.7 µm): the diagonal of 89.6 mm divided by 1200.');
  await chooser.getByRole('button', { name: 'Use this blur' }).click();
  await expect(page.getByLabel('permissible blur c')).toHaveValue('0.0747');
  await chooser.getByRole('combobox', { name: 'School' }).selectOption('so many pixels');
  await expect(chooser).toContainText('2 × the pixel of');
});

test('charts are drawn and said in words, and axe finds nothing', async ({ page, gangway }) => {
  for (const name of ['depthOfField', 'diffraction', 'focusPlane', 'leastAperture']) {
    await page.goto(`${gangway.url}/calculators/${name}`);
    if (name !== 'leastAperture') {
      const chart = page.getByRole('img', { name: /against/ });
      await expect(chart).toBeVisible();
      // Something is drawn: not all of the canvas is one colour.
      await expect
        .poll(() =>
          chart.evaluate(
            (canvas: HTMLCanvasElement) =>
              new Set(canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? []).size,
          ),
        )
        .toBeGreaterThan(5);
    }
    expect(await violations(page)).toEqual([]);
  }
});

test('a calculator chosen far down the list is seen from its beginning, and the list stays where it was', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/calculators/depthOfField`);
  const last = page.getByRole('link', { name: CALCULATORS.at(-1)?.title ?? '' });
  await last.click();
  await expect(page.getByRole('heading', { name: CALCULATORS.at(-1)?.title ?? '', level: 2 })).toBeInViewport();
  await expect(last).toBeInViewport();
  await expect(page.getByRole('region', { name: 'Answer' })).toContainText('cycles/px');
});

test('the guide fits a phone without sideways scrolling', async ({ page, gangway }) => {
  test.slow();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${gangway.url}/calculators`);
  for (const { name, title } of CALCULATORS) {
    await follow(page, `/calculators/${name}`);
    await expect(page.getByRole('heading', { name: title, level: 2 })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Answer' })).toBeVisible();
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
  }
});

test('earlier addresses of calculators, setups and steps still lead to them', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/guide`);
  await expect(page).toHaveURL(/\/calculators/);
  await page.goto(`${gangway.url}/guide/wedge`);
  await expect(page).toHaveURL(/\/calculators\/wedge$/);
  await page.goto(gangway.url);
  await page.getByRole('link', { name: /^Hydraulic tower, small/ }).click();
  await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();
  const bench = page.url().split('?')[0] ?? '';
  for (const [earlier, step] of [
    ['stand', 'Position'],
    ['cover', 'Coverage'],
  ] as const) {
    await page.goto(`${bench}?step=${earlier}`);
    await expect(page.getByRole('radio', { name: step })).toBeChecked();
  }
  await page.goto(`${bench.replace('/setups/', '/stands/')}?step=focus`);
  await expect(page).toHaveURL(`${bench}?step=focus`);
  await expect(page.getByRole('radio', { name: 'Focus' })).toBeChecked();
  await page.goto(`${bench.replace('/setups/', '/stands/')}/proof`);
  await expect(page).toHaveURL(`${bench}/proof`);
});
