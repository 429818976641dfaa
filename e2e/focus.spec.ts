import { exactFNumber } from '@gangway/core/geometry/pins';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { Page } from '@playwright/test';
import { widestAperture } from '@gangway/core/focus/widestAperture';
import { blurOf } from '@gangway/core/geometry/pins';
import { seenFrom } from '@gangway/core/space/pose';
import { edgeSpread, overlays, row, step, still, type } from './finder';
import { expect, openSetup, stored, test, type Gangway } from './gangway';
import { violations } from './accessible';

const check = (page: Page, kind: string) => page.locator(`[data-check=${kind}]`);
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const solution = (page: Page, by: string) => page.locator(`[data-solution=${by}]`);

async function openFocus(page: Page, gangway: Gangway, setup: RegExp): Promise<void> {
  await openSetup(page, gangway, setup);
  await step(page, 'Focus');
  await expect(page.getByTestId('section')).toBeVisible();
}

test('the slipway: the ground from 1.2 m to the horizon is held by a tilt, with the fall that follows the circle', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Slipway/);
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'fails');
  await expect(solution(page, 'front')).toContainText('tilt 6.46° forward');
  await expect(solution(page, 'none')).toContainText('sharp from f/38');
  await check(page, 'pins')
    .getByRole('button', { name: /tilt 6\.46° forward/ })
    .click();
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'passes');
  await expect(page.locator('[data-check][data-state=fails]')).toHaveCount(0);
  const settings = await stored(page);
  // The tilt hinges the plane as far under the lens as the ground lies there, but for the stake: 0.09/sin 6.46° = 0.80 m.
  expect(0.09 / Math.sin((settings.front.tiltDeg * Math.PI) / 180)).toBeCloseTo(0.8, 2);
  // Against the rays of the core through the pins themselves, and the formula that is near them.
  const { placedPins, focus, blurAllowed } = geometryOf(settings);
  const exact = exactFNumber(placedPins, focus, blurAllowed.cocMm);
  const near = widestAperture({ focalMm: 90, pointsM: placedPins.flatMap(({ points }) => points), cocMm: blurAllowed.cocMm });
  expect(Math.abs(exact / near.fNumber - 1)).toBeLessThan(0.1);
  await expect(solution(page, 'front')).toContainText(`(f/${exact.toFixed(1)})`);
  // Tilt by the hinge distance says the same.
  await page.getByLabel('How to place the plane').selectOption('hinge');
  await page.getByLabel('Plane wanted').selectOption('ground');
  await expect(field(page, 'Lens above the plane')).toHaveValue('0.80');
  await expect(page.getByTestId('hinge-answer')).toContainText('tilt 6.46° forward');
  await page.getByText('Table of this rig').click();
  await expect(page.getByRole('row', { name: /^6\.0°/ })).toContainText('0.861 m');
});

test('a tilt that is typed leaves the rail where it is: the focus moves, is told, and comes back with one click', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Slipway/);
  const rail = page.getByText(/^Rail /);
  const before = await rail.textContent();
  await field(page, 'Tilt').fill('4');
  await field(page, 'Tilt').press('Enter');
  const note = page.getByText(/The rail stayed where it was when you turned the standard/);
  await expect(note).toContainText('(before: focus at 3.00 m)');
  expect(await rail.textContent()).toBe(before);
  const moved = (await stored(page)).focusM;
  expect(moved).not.toBeCloseTo(3, 2);
  await page.getByRole('button', { name: 'Refocus on what was sharp' }).click();
  await expect(note).toBeHidden();
  expect(await rail.textContent()).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect(note).toBeVisible();
  // A solution sets tilt and focus together: there is nothing to refocus.
  await solution(page, 'front').getByRole('button', { name: 'Apply' }).click();
  await expect(note).toBeHidden();
});

test('the tide gauge: tilt against stack, the aperture on its chart, and the brass as sharp as the label allows', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Tide gauge/);
  await expect(solution(page, 'front')).toContainText('sharp from f/5.6');
  await solution(page, 'front').getByRole('button', { name: 'Apply' }).click();
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'passes');
  await expect(solution(page, 'front')).toContainText('Already set.');
  await page.getByRole('button', { name: 'By aperture…' }).click();
  const chart = page.getByRole('slider', { name: 'Aperture on the chart' });
  await expect(chart).toBeVisible();
  await expect(page.getByTestId('choice-words')).toContainText('f/5.6 keeps all sharp');
  await chart.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(chart).toHaveAttribute('aria-valuenow', '9.5');
  const box = await chart.boundingBox();
  if (!box) throw new Error('no chart');
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.8, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await chart.getAttribute('aria-valuenow'))).toBeGreaterThan(20);
  await page.keyboard.press('Escape');
  await type(page, 'f/', '11');
  await page.getByRole('button', { name: 'Tilt or stack…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Tilt or stack' });
  await expect(dialog.locator('[data-way=tilt]')).toContainText('one shot, f/5.6');
  await expect(dialog.locator('[data-way=stack]')).toContainText(/\d\d shots, f\/11/);
  await expect(dialog.getByTestId('preferred')).toContainText('one shot, tilted');
  await dialog.getByRole('textbox', { name: 'Maximum shots' }).fill('500');
  await dialog.getByRole('textbox', { name: 'Maximum shots' }).press('Enter');
  await expect(dialog.locator('[data-way=stack]')).not.toContainText('more shots than your maximum');
  await dialog.getByLabel('the subject moves').check();
  await expect(dialog.locator('[data-way=stack]')).toContainText('something moves between shots');
  // The stack is set: its shots and its last focus can be typed, a gap is found, and one click goes back.
  await dialog.getByLabel('the subject moves').uncheck();
  await dialog.locator('[data-way=stack]').getByRole('button', { name: 'Apply' }).click();
  await expect(check(page, 'stack')).toHaveAttribute('data-state', 'passes');
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'passes');
  await type(page, 'Last focus', '0.05');
  await expect(page.getByRole('alert')).toContainText('inside the focal length');
  await page.keyboard.press('Escape');
  await type(page, 'Shots of the stack', '5');
  await expect(check(page, 'stack')).toContainText('there is a gap in sharpness');
  expect((await stored(page)).stack?.shots).toBe(5);
  await page.getByRole('button', { name: 'Single shot', exact: true }).click();
  await expect(check(page, 'stack')).toHaveCount(0);
});

test('the ropewalk front: long and oblique, and yet far enough off that nothing has to be swung', async ({ page, gangway }) => {
  await openFocus(page, gangway, /Ropewalk/);
  await expect(solution(page, 'front')).toContainText('no tilt');
  await expect(solution(page, 'none')).toContainText('sharp from f/3.5');
  // From near by, at its left end, a swing does it.
  await step(page, 'Position');
  await type(page, 'Distance', '43');
  await type(page, 'To the right', '-20');
  await step(page, 'Focus');
  await page.getByLabel('Standard of sharpness').selectOption('pixels');
  await type(page, 'Pixels', '1');
  await expect(solution(page, 'front')).toContainText(/swing \d\.\d+° (left|right)|no tilt/);
  const settings = await stored(page);
  const worst = Math.max(
    ...geometryOf(settings).placedPins.flatMap(({ points }) =>
      points.map((point) => blurOf(geometryOf(settings).focus, settings.fNumber, point) ?? 9),
    ),
  );
  await expect(page.locator('[data-pin-row="the front"] [data-blur]')).toContainText(`${(worst / (36 / 8256)).toFixed(1)} px`);
});

test('three foremen: the middle face alone by the least swing, with a lens in the hand; the blur is measured in the picture', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Three foremen/);
  await expect(check(page, 'soft')).toHaveAttribute('data-state', 'fails');
  await page.getByRole('button', { name: 'Isolate one thing…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Isolate one thing, or a miniature look' });
  await expect(dialog.locator('[data-isolation=swing]')).toContainText(/swing \d\.\d° (left|right)/);
  await expect(dialog.locator('[data-isolation=swing]')).toContainText('% of its height');
  await dialog.locator('[data-isolation=swing]').getByRole('button', { name: 'Apply' }).click();
  await expect(check(page, 'soft')).not.toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'passes');
  await page.getByRole('button', { name: 'Freelensing…' }).click();
  const held = page.getByRole('dialog', { name: 'Freelensing' });
  // 70 − 18: the gap at infinity.
  await expect(held.getByRole('row', { name: /^52\.0 mm/ })).toContainText('infinity');
  await expect(held.locator('[data-suits=well]').first()).toContainText('mm of slack to tilt in');
  await expect(held.locator('[data-suits=not]').first()).toContainText('flange distance');
  await expect(held.getByRole('heading', { name: 'Hold the lens, turn the body' })).toBeVisible();
  await page.keyboard.press('Escape');
  // Swung far, the left edge of the man at the left is soft by what the rays say.
  await type(page, 'Swing', '6');
  // Large enough for the width of the blur to be read.
  await page.setViewportSize({ width: 1440, height: 900 });
  await step(page, 'Frame');
  await overlays(page, (list) => list.getByLabel('circles').uncheck());
  await still(page);
  const settings = await stored(page);
  const back = geometryOf(settings).back;
  if (!back) throw new Error('no scene');
  const seen = seenFrom(back, [-1.02, 1.25, -0.12]);
  const values = await row(page, 0.5 - (80.98 * (1.25 - 0.95)) / 6.48 / 24);
  const said = (blurOf(geometryOf(settings).focus, 2.8, seen) ?? 0) * (values.length / 36);
  expect(said).toBeGreaterThan(8);
  expect(Math.abs(edgeSpread(values, said) - said)).toBeLessThan(Math.max(1, 0.15 * said));
});

test('the ledger sheet: flat and square, nothing to tilt; a wrong tilt is found and fixed', async ({ page, gangway }) => {
  await openFocus(page, gangway, /Ledger sheet/);
  await expect(check(page, 'pins')).toContainText('in the plane of focus');
  await type(page, 'Tilt', '3');
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'fails');
  await solution(page, 'none').getByRole('button', { name: 'Apply' }).click();
  await expect(check(page, 'pins')).toHaveAttribute('data-state', 'passes');
  await expect(field(page, 'Tilt')).toHaveValue('0.00');
  await type(page, 'Tilt', '30');
  await expect(page.getByRole('alert')).toHaveText(
    'Tilt 30.0° forward cannot be set: the mechanism ends before. The nearest is tilt 20.0° forward.',
  );
});

test('pins are put in the Finder, typed and dragged; what cannot be focused is said with the nearest that can', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Slipway/);
  for (const name of ['the ground', 'the first stake']) await page.getByRole('button', { name: `Remove ${name}` }).click();
  await expect(check(page, 'pins')).toHaveCount(0);
  const picture = page.getByRole('application', { name: /Picture in the Finder/ });
  const box = await picture.boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.9);
  await page.getByRole('button', { name: 'Pin it sharp' }).click();
  await expect(page.locator('[data-pin-row="point 1"]')).toBeVisible();
  await page.getByRole('button', { name: 'Open the specs of point 1' }).click();
  await type(page, 'Distance from the lens', '2');
  await type(page, 'Height above ground', '0');
  await type(page, 'Right of the middle', '0');
  await page.getByRole('button', { name: 'A point', exact: true }).click();
  await page.getByRole('button', { name: 'Open the specs of point 2' }).click();
  await type(page, 'Distance from the lens', '9');
  await type(page, 'Height above ground', '0');
  // Two pins on the ground 0.8 m under the lens: the ground itself.
  await expect(solution(page, 'front')).toContainText('tilt 6.46° forward');
  await page.getByLabel('How to place the plane').selectOption('farNear');
  await expect(page.getByRole('list', { name: 'Steps by far and near' })).toContainText('1. Focus “point 2”');
  await expect(page.getByText('Settled.')).toBeVisible();
  await page.getByRole('button', { name: 'Apply final setting' }).click();
  await expect.poll(async () => Math.abs(Number(await field(page, 'Tilt').inputValue()) - 6.46)).toBeLessThan(0.4);
  await page.getByLabel('How to place the plane').selectOption('spread');
  await type(page, 'Rail at the nearest', '14.2');
  await type(page, 'Rail at the farthest', '12.6');
  // 1.6/(2·0.102·1.0x) and √(375·1.6)/(1 + m).
  await expect(page.getByTestId('spread-answer')).toContainText('Set the rail to 13.40 mm');
  await page.getByLabel('How to place the plane').selectOption('least');
  await type(page, 'Distance from the lens', '-3');
  await expect(solution(page, 'front')).toContainText('“point 2” is behind the camera');
  await expect(solution(page, 'front')).toContainText('Without it: no tilt, focus at 2.00 m');
  await type(page, 'Weight', '99');
  await expect(page.getByRole('alert')).toHaveText('Weight must be a number from 0.1 to 10.');
});

test('in the section lens, plane and pins are dragged and nudged; one drag is one undo; the scale of distance is a choice', async ({
  page,
  gangway,
}) => {
  await openFocus(page, gangway, /Slipway/);
  const drag = async (grip: string, dx: number, dy: number) => {
    const box = await page.locator(`[data-grip=${grip}]`).boundingBox();
    if (!box) throw new Error(`no grip ${grip}`);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
    await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
  };
  await drag('lens', 0, 8);
  await expect.poll(async () => Number(await field(page, 'Tilt').inputValue())).toBeGreaterThan(6);
  await page.keyboard.press('Control+z');
  await expect(field(page, 'Tilt')).toHaveValue('0.00');
  await drag('plane', -40, 0);
  await expect.poll(async () => Number(await field(page, 'Focus').inputValue())).toBeLessThan(2.8);
  await page.locator('[data-grip=lens]').focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(field(page, 'Tilt')).toHaveValue('1.00');
  await page.getByRole('radio', { name: 'from above' }).click();
  await page.keyboard.press('Control+z');
  await page.getByLabel('log distance').check();
  await expect(page.getByTestId('section').getByText('100 m', { exact: true })).toBeVisible();
  await expect(page.getByTestId('section')).toHaveAccessibleDescription(/no tilt|tilt/);
  await page.getByRole('slider', { name: 'Tilt' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('[data-grip=plane]')).toBeAttached();
  await type(page, 'Wedge at', '5');
  await expect(page.getByText(/At 5\.00 m .*sharp/)).toBeVisible();
});

test('twelve pins at one place, and a rig whose tilt ends in a cone: all of it is drawn, held and kept', async ({ page, gangway }) => {
  await openFocus(page, gangway, /Hydraulic tower, small format/);
  for (let i = 1; i <= 12; i++) {
    await page.getByRole('button', { name: 'A point', exact: true }).click();
    await expect(page.locator(`[data-pin-row="point ${i}"]`)).toBeVisible();
  }
  // Their names stand in rows of their own in the picture.
  const rows = await page
    .locator('g[data-pin] text[font-size="11.5"]')
    .evaluateAll((all) => all.map((each) => Math.round(each.getBoundingClientRect().top)));
  expect(new Set(rows).size).toBe(12);
  // The lens is turned as far as a hand goes: the mechanism ends before, and the setup is kept as it stands there.
  const grip = await page.locator('[data-grip=lens]').boundingBox();
  if (!grip) throw new Error('no lens');
  await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
  await page.mouse.down();
  await page.mouse.move(grip.x - 20, grip.y + 120, { steps: 8 });
  await page.mouse.up();
  await expect(field(page, 'Tilt')).toHaveValue('8.50');
  await expect.poll(async () => (await stored(page)).front).toEqual({ tiltDeg: 8.5, swingDeg: 0 });
  // The plane of focus crosses the axis behind a tilted lens; set straight again that is infinity.
  await type(page, 'Focus', '-40');
  await expect.poll(async () => (await stored(page)).focusM).toBe(-40);
  await type(page, 'Tilt', '0');
  await expect.poll(async () => (await stored(page)).focusM).toBeNull();
  await expect(field(page, 'Focus')).toHaveValue('∞');
  // What is no number of that kind is refused in words.
  await type(page, 'f/', '∞');
  await expect(page.getByRole('alert')).toHaveText('f/: “∞” is not a number; enter one like 8.');
});

test('the step Focus is accessible, at the desk and on a phone', async ({ page, gangway }) => {
  await openFocus(page, gangway, /Tide gauge/);
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    await expect(page.getByRole('region', { name: 'Focus', exact: true })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    expect(
      await page.evaluate(() => [
        document.documentElement.scrollWidth <= innerWidth,
        innerWidth < 500 || document.documentElement.scrollHeight <= innerHeight,
      ]),
    ).toEqual([true, true]);
  }
});
