import type { Locator, Page } from '@playwright/test';
import { expect, saved, openSetup, test } from './gangway';
import { violations } from './accessible';

const SMALL = /small format/;
const FIELD = /44 × 33 back/;
const check = (page: Page, kind: string): Locator => page.locator(`[data-check=${kind}]`);
const rise = (page: Page) => page.getByRole('textbox', { name: 'Rise' });
const shift = (page: Page) => page.getByRole('textbox', { name: 'Shift' });

test('opens on the demo job and says what to do next', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  await expect(page.getByText('Open a setup to set rise, shift and aperture')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Setups' }).getByRole('listitem')).toHaveCount(11);
});

test('a fix fixes its check with one click and is undone with Ctrl+Z', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  const sharp = check(page, 'sharpCircle');
  await expect(sharp).toHaveAttribute('data-state', 'fails');
  await expect(sharp).toContainText('The upper corners fall outside the sharp circle at f/8 by 0.9 mm; 0.9 mm less rise is enough.');
  const fixes = sharp.getByRole('list', { name: 'Fixes' }).getByRole('button');
  await expect(fixes).toHaveCount(3);
  for (let i = 0; i < 3; i++) {
    await fixes.nth(i).click();
    await expect(sharp).toHaveAttribute('data-state', 'passes');
    await page.keyboard.press('Control+z');
    await expect(sharp).toHaveAttribute('data-state', 'fails');
  }
  await page.keyboard.press('Control+Shift+z');
  await expect(sharp).toHaveAttribute('data-state', 'passes');
});

test('the frame is dragged, the checks follow, and one drag is one step to undo', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  const frame = page.getByRole('application', { name: /Frame in the circle/ });
  const box = await frame.boundingBox();
  if (!box) throw new Error('no frame');
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++) await page.mouse.move(x, y + i * 6);
  await page.mouse.up();
  const risen = Number(await rise(page).inputValue());
  expect(risen).toBeGreaterThan(0);
  expect(risen).toBeLessThan(9);
  await expect(check(page, 'sharpCircle')).toHaveAttribute('data-state', 'passes');
  // Beyond the end stops the drag does not go.
  await page.mouse.move(x, y + 60);
  await page.mouse.down();
  await page.mouse.move(x, y - 400, { steps: 5 });
  await expect(rise(page)).toHaveValue('12.0');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(rise(page)).toHaveValue('11.0');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
});

test('arrow keys move the frame and the scales, Shift by a whole millimetre', async ({ page, gangway }) => {
  await openSetup(page, gangway, FIELD);
  await page.getByRole('application', { name: /Frame in the circle/ }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(rise(page)).toHaveValue('32.1');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(shift(page)).toHaveValue('2.0');
  await page.getByRole('slider', { name: 'Rise' }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(rise(page)).toHaveValue('32.0');
  await page.keyboard.press('End');
  await expect(rise(page)).toHaveValue('40.0');
  await expect(page.getByRole('slider', { name: 'Rise' })).toHaveAttribute('aria-valuetext', '40.0 mm of rise');
  await page.getByRole('slider', { name: 'Aperture' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'f/' })).toHaveValue('13');
});

test('a typed movement beyond the mechanism is refused with the reason, one beyond the circle is taken and found', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, SMALL);
  await shift(page).fill('8');
  await shift(page).press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    '8.0 mm of shift to the right is beyond the end stop: the slide goes from 4.8 mm of shift to the left to 4.8 mm of shift to the right, with 11.0 mm of rise.',
  );
  await expect(shift(page)).toHaveValue('8');
  await shift(page).press('Escape');
  await expect(shift(page)).toHaveValue('0.0');
  await shift(page).fill('4,5');
  await shift(page).press('Enter');
  await expect(shift(page)).toHaveValue('4.5');
  await expect(check(page, 'sharpCircle')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'travel')).toHaveAttribute('data-state', 'tight');
  // Undo works from the field that was just set.
  await page.keyboard.press('Control+z');
  await expect(shift(page)).toHaveValue('0.0');
  await rise(page).fill('abc');
  await rise(page).press('Enter');
  await expect(page.getByRole('alert')).toHaveText('Rise: “abc” is not a length; enter one like 11.0, 1.2 cm or ½ in.');
  await rise(page).fill('1/2 in');
  await rise(page).press('Enter');
  await expect(page.getByRole('alert')).toContainText('12.7 mm of rise is beyond the end stop');
  await rise(page).press('Escape');
  const aperture = page.getByRole('textbox', { name: 'f/' });
  await aperture.fill('2');
  await aperture.press('Enter');
  await expect(page.getByRole('alert')).toContainText('f/2 is not on this lens: it goes from f/3.5 to f/22.');
});

test('the shift scale gives the limits by aperture, marks the end stops, and sets the aperture', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  const row = page.getByRole('row', { name: /f\/8/ });
  // By hand at 24 m: circle 61 × (1 + 24/23976) = 61.061; portrait up: √(30.5305² − 12²) − 18 = 10.07.
  await expect(row.getByRole('cell').first()).toHaveText('10.1');
  await expect(row.getByRole('cell').nth(2)).toHaveText('12.0, end stop');
  await page.getByRole('button', { name: 'Set f/16' }).click();
  await expect(page.getByRole('textbox', { name: 'f/' })).toHaveValue('16');
  await expect(check(page, 'sharpCircle')).toHaveAttribute('data-state', 'passes');
});

test.describe('a server that is killed', () => {
  test.use({ allowErrors: /ERR_CONNECTION/ });

  test('everything is saved without a button, through a reload and a killed server', async ({ page, gangway }) => {
    await openSetup(page, gangway, SMALL);
    await rise(page).fill('6.3');
    await rise(page).press('Enter');
    await saved(page);
    await page.reload();
    await expect(rise(page)).toHaveValue('6.3');
    await page.getByRole('radio', { name: 'landscape' }).click();
    await saved(page);
    await gangway.kill();
    await gangway.start();
    await page.reload();
    await expect(rise(page)).toHaveValue('6.3');
    await expect(page.getByRole('radio', { name: 'landscape' })).toHaveAttribute('aria-checked', 'true');
  });
});

test.describe('a server that goes away', () => {
  // A part of the page that was not loaded yet says so in its own place.
  test.use({ allowErrors: /Failed to load resource|ERR_CONNECTION|dynamically imported module/ });

  test('is reported, the page goes on, and what was set meanwhile is saved when the server is back', async ({ page, gangway }) => {
    await openSetup(page, gangway, SMALL);
    await gangway.kill();
    await rise(page).fill('4.4');
    await rise(page).press('Enter');
    await expect(page.locator('[data-saving=waiting]')).toHaveText('Stored on this device');
    await shift(page).fill('2');
    await shift(page).press('Enter');
    await expect(check(page, 'sharpCircle')).toHaveAttribute('data-state', 'passes');
    await gangway.start();
    await saved(page);
    await page.reload();
    await expect(rise(page)).toHaveValue('4.4');
    await expect(shift(page)).toHaveValue('2.0');
  });

  test('what was not saved survives a reload of its tab', async ({ page, gangway }) => {
    await openSetup(page, gangway, SMALL);
    await gangway.kill();
    await rise(page).fill('5.5');
    await rise(page).press('Enter');
    await expect(page.locator('[data-saving=waiting]')).toBeVisible();
    await gangway.start();
    page.on('dialog', (dialog) => void dialog.accept());
    await page.reload();
    await expect(rise(page)).toHaveValue('5.5');
    await saved(page);
  });
});

test.describe('two tabs on one setup', () => {
  test.use({ allowErrors: /409/ });

  test('the second is told, sees the difference, and can take the other state or keep its own', async ({ page, gangway, context }) => {
    await openSetup(page, gangway, SMALL);
    const second = await context.newPage();
    await second.goto(page.url());
    await expect(rise(second)).toHaveValue('11.0');

    await rise(page).fill('7');
    await rise(page).press('Enter');
    await saved(page);
    await rise(second).fill('3');
    await rise(second).press('Enter');
    const note = second.getByRole('alert').filter({ hasText: 'changed somewhere else' });
    await expect(note).toContainText('There: Rise 7 mm. Here: Rise 3 mm.');
    await note.getByRole('button', { name: 'Use the other version' }).click();
    await expect(rise(second)).toHaveValue('7.0');
    await saved(second);
    await second.keyboard.press('Control+z');
    await expect(rise(second)).toHaveValue('3.0');
    await saved(second);

    // Now the first tab is the one behind, and keeps its own.
    await rise(page).fill('9');
    await rise(page).press('Enter');
    await page.getByRole('button', { name: 'Keep mine' }).click();
    await saved(page);
    await second.reload();
    await expect(rise(second)).toHaveValue('9.0');
  });
});

test('a locked slide has one scale, and both movements follow it', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  await page.getByRole('link', { name: 'Small body with 24 mm shift wide' }).click();
  await page.getByRole('button', { name: 'Specs of 24 mm shift wide' }).click();
  const dialog = page.getByRole('dialog', { name: '24 mm shift wide' });
  await dialog.getByLabel('Slides', { exact: true }).selectOption('one slide at a fixed angle');
  await dialog.getByLabel('Angle of the slide').fill('90');
  await dialog.getByLabel('Travel from the centre').fill('-1');
  await dialog.getByRole('button', { name: 'Save specs' }).click();
  await expect(dialog.getByRole('alert').first()).toHaveText('Travel from the centre must be a number from 0 to 200 mm.');
  await dialog.getByLabel('Travel from the centre').fill('10');
  await dialog.getByRole('button', { name: 'Save specs' }).click();
  await expect(dialog).toBeHidden();
  // The setup works with the values it was made with until the new ones are taken.
  await openSetup(page, gangway, SMALL);
  await expect(check(page, 'travel')).not.toHaveAttribute('data-state', 'fails');
  await expect(
    page.getByText(/The kit has newer specs for this rig: 24 mm shift wide, Slides: one slide that rotates → one slide at a fixed angle/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Use the new specs' }).click();
  await expect(check(page, 'travel')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'travel')).toContainText('1.0 mm beyond the forward stop');
  const slide = page.getByRole('textbox', { name: 'Slide' });
  await slide.fill('11');
  await slide.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Slide 11.0 mm is beyond the end stop');
  await slide.press('Escape');
  await page.getByRole('slider', { name: 'Slide at 90°' }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(check(page, 'travel')).not.toHaveAttribute('data-state', 'fails');
});

test('a missing value is unknown, never green, and asks for itself', async ({ page, gangway }) => {
  await openSetup(page, gangway, FIELD);
  await page.getByRole('link', { name: '44 × 33 back with 90 mm field wide' }).click();
  await page.getByRole('button', { name: 'Specs of 90 mm field wide' }).click();
  const lens = page.getByRole('dialog', { name: '90 mm field wide' });
  await lens.getByLabel('Image circle, mm').fill('');
  while ((await lens.getByRole('button', { name: 'Remove this circle' }).count()) > 0) {
    await lens.getByRole('button', { name: 'Remove this circle' }).first().click();
  }
  await lens.getByRole('button', { name: 'Save specs' }).click();
  await expect(lens).toBeHidden();
  await page.getByRole('button', { name: 'Specs of 4 × 5 in field camera' }).click();
  const camera = page.getByRole('dialog', { name: '4 × 5 in field camera' });
  await camera.getByLabel('Front rise').fill('');
  await camera.getByRole('button', { name: 'Save specs' }).click();
  await expect(camera).toBeHidden();
  await openSetup(page, gangway, FIELD);
  await page.getByRole('button', { name: 'Use the new specs' }).click();
  for (const kind of ['imageCircle', 'sharpCircle', 'travel']) {
    await expect(check(page, kind)).toHaveAttribute('data-state', 'unknown');
  }
  await expect(page.getByText('Unknown: the lens has no circle entered.')).toBeVisible();
  await check(page, 'imageCircle').getByRole('button', { name: 'Enter the missing value' }).click();
  await expect(lens.getByLabel('Image circle, mm')).toBeFocused();
  await expect(lens.getByText(/Photograph an even wall at f\/8/)).toBeVisible();
  await lens.getByLabel('Image circle, mm').fill('40');
  await lens.getByRole('button', { name: 'Save specs' }).click();
  await expect(check(page, 'imageCircle')).toContainText('too small even when centred');
  await expect(check(page, 'sharpCircle')).toContainText('80 % of the image circle is assumed');
  await check(page, 'travel').getByRole('button', { name: 'Enter the missing value' }).click();
  await expect(camera.getByLabel('Front rise')).toBeFocused();
  await camera.getByLabel('Front rise').fill('40');
  await camera.getByRole('button', { name: 'Save specs' }).click();
  await expect(check(page, 'travel')).toHaveAttribute('data-state', 'passes');
});

test('fits the screen at 1280 by 800 without scrolling, and a phone without sideways scrolling', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  const overflow = () =>
    page.evaluate(() => [document.documentElement.scrollWidth - innerWidth, document.documentElement.scrollHeight - innerHeight]);
  expect(await overflow()).toEqual([0, 0]);
  const aside = page.getByRole('complementary');
  expect(await aside.evaluate((element) => element.scrollHeight - element.clientHeight)).toBeLessThanOrEqual(0);
  await page.setViewportSize({ width: 390, height: 844 });
  // The drawings measure themselves anew after the window has changed.
  await expect.poll(async () => (await overflow())[0]).toBe(0);
  // At the thumb: the verdict opens the checks upward; rise has a scale, aperture another.
  await page.getByRole('button', { name: /checks fail/ }).click();
  await page.getByRole('button', { name: /^f\/11/ }).click();
  await expect(check(page, 'sharpCircle')).toHaveAttribute('data-state', 'passes');
  await page.getByRole('button', { name: /check fails/ }).click();
  await expect(page.getByRole('slider', { name: 'Rise' })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Aperture' })).toHaveCount(0);
  await page.getByRole('radio', { name: 'Aperture: f/11' }).click();
  await expect(page.getByRole('slider', { name: 'Aperture' })).toBeVisible();
  await expect(page.getByRole('slider', { name: 'Rise' })).toHaveCount(0);
});

test('the drawings of a step change places, the line between them moves, and both stay so', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  await page.getByRole('radio', { name: 'Frame', exact: true }).click();
  const picture = page.getByRole('application', { name: /Picture in the Finder/ });
  const circle = page.getByRole('application', { name: /Frame in the circle/ });
  const widthOf = async (drawing: Locator) => (await drawing.boundingBox())?.width ?? 0;
  await expect.poll(() => widthOf(picture)).toBeGreaterThan(300);
  const before = await widthOf(picture);
  await page.getByRole('button', { name: 'Enlarge: Circle' }).click();
  await expect.poll(() => widthOf(picture)).toBeLessThan(before * 0.7);
  await expect(circle).toBeVisible();
  const small = await widthOf(picture);
  const divider = page.getByRole('separator', { name: 'Size of the small drawing' });
  await divider.focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown');
  await expect.poll(() => widthOf(picture)).toBeGreaterThan(small * 1.2);
  // The lines of text beside it may still change places.
  const changeOf = async () => {
    const first = await widthOf(picture);
    await page.waitForTimeout(400);
    return (await widthOf(picture)) - first;
  };
  await expect.poll(changeOf).toBe(0);
  const grown = await widthOf(picture);
  await page.reload();
  await expect.poll(() => widthOf(picture)).toBeCloseTo(grown, 0);
  await page.getByRole('button', { name: 'Enlarge: Finder' }).click();
  await expect.poll(() => widthOf(picture)).toBeCloseTo(before, -1);
  expect(await violations(page)).toEqual([]);
});

test('parts of a panel that are rarely needed are closed, open with a press, and stay open on this device', async ({ page, gangway }) => {
  await openSetup(page, gangway, /Hydraulic tower, small format/);
  await page.evaluate(() => localStorage.removeItem('gangway.open.level'));
  await page.getByRole('radio', { name: 'Frame', exact: true }).click();
  const print = page.getByRole('textbox', { name: 'Print width' });
  await expect(print).toBeHidden();
  await page.getByRole('heading', { name: 'Level', exact: true }).click();
  await expect(print).toBeVisible();
  await page.getByRole('radio', { name: 'Coverage', exact: true }).click();
  await page.getByRole('radio', { name: 'Frame', exact: true }).click();
  await expect(print).toBeVisible();
});

test('jobs page, bench and choice of rigs have no violation that axe finds, contrast included', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await openSetup(page, gangway, SMALL);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Rig', exact: true }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /Bellows rail/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
});

test('the drawing says itself in words', async ({ page, gangway }) => {
  await openSetup(page, gangway, SMALL);
  const frame = page.getByRole('application', { name: /Frame in the circle/ });
  await expect(frame).toHaveAccessibleDescription(
    /Frame 24\.0 by 36\.0 mm, portrait.*Image circle 67\.3 mm.*rotating slide ends 12\.0 mm/s,
  );
});
