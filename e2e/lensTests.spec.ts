import { kitSchema } from '@gangway/contract/kit';
import { chartLayout } from '@gangway/core/lensTests/chart';
import { fillingMagnification } from '@gangway/core/lensTests/chartPlan';
import { sharpnessByLaw, simulatedSharpCopy, withPixels } from '@gangway/core/lensTests/simulatedChart';
import { copyNumber, simulatedCopy } from '@gangway/core/lensTests/simulatedWall';
import { violations } from './accessible';
import { expect, test } from './gangway';

test('a lens is planned, exposed without contacts, put in order, measured, and its limits change in a setup', async ({ page, gangway }) => {
  test.setTimeout(240_000);
  const kit = kitSchema.parse(await (await fetch(`${gangway.url}/api/kit`)).json());
  const item = kit.items.find((row) => row.item.name === '24 mm shift wide')?.item;
  if (item?.kind !== 'lens') throw new Error('the lens is not in the kit');
  const truth = simulatedCopy({ focalMm: 24, imageCircleMm: item.specs.imageCircleMm ?? NaN, widestFNumber: 3.5 }, copyNumber(item.id));
  expect(truth.imageCircleMm).toBeLessThan((item.specs.imageCircleMm ?? 0) - 2);

  // From the lens to its tests.
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: 'More for 24 mm shift wide' }).click();
  await page.getByRole('menuitem', { name: 'Tests of this lens' }).click();
  await page.getByRole('heading', { name: 'Tests of 24 mm shift wide' }).waitFor();
  await page.getByRole('button', { name: 'New test' }).click();
  const dialog = page.getByRole('dialog', { name: 'New lens test' });
  await expect(dialog.getByText('54 frames: 9 positions × 6 apertures')).toBeVisible();
  for (const aperture of ['f/5.6', 'f/11', 'f/16', 'f/22']) await dialog.getByRole('checkbox', { name: aperture }).uncheck();
  await expect(dialog.getByText('18 frames: 9 positions × 2 apertures')).toBeVisible();
  await dialog.getByRole('button', { name: 'Begin test' }).click();

  await expect(page.getByRole('heading', { name: 'Light: 24 mm shift wide' })).toBeVisible();
  await expect(page.getByRole('row', { name: /f\/3\.5 · f\/8/ })).toHaveCount(5);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('radio', { name: 'Frames 0/18' }).click();
  await page.getByRole('button', { name: 'Expose 18 frames' }).click();
  await expect(page.getByRole('radio', { name: 'Frames 18/18' })).toBeVisible({ timeout: 120_000 });
  expect(await violations(page)).toEqual([]);

  // A frame that was never taken: everything after the second moves down by one, and is told to be wrong.
  await page.getByRole('button', { name: 'More for back-002.png' }).click();
  await page.getByRole('menuitem', { name: 'Move this and later frames down one place' }).click();
  await expect(page.getByRole('radio', { name: 'Frames 17/18' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Frames without a place' }).getByText('back-018.png')).toBeVisible();
  await page.getByRole('radio', { name: 'Results' }).click();
  await expect(page.getByRole('region', { name: 'What is in doubt or could not be measured' })).toContainText(
    /assigned to the wrong apertures|do not agree|differ by/,
    { timeout: 60_000 },
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: 'Frames 18/18' })).toBeVisible();

  const conclusions = page.getByRole('region', { name: 'Conclusions' });
  await expect(conclusions).toContainText('smaller than in the kit', { timeout: 60_000 });
  await expect(page.getByRole('region', { name: 'What is in doubt or could not be measured' })).toHaveCount(0);
  const [, measured = ''] = /Image circle ([\d.]+) ±/u.exec(await conclusions.innerText()) ?? [];
  expect(Math.abs(Number(measured) - truth.imageCircleMm)).toBeLessThan(0.01 * truth.imageCircleMm);
  expect(await violations(page)).toEqual([]);
  // Once it says so, the values are kept, even where the page goes before the server has answered.
  await page.route('**/api/lens-tests/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((next) => setTimeout(next, 3000));
    await route.continue().catch(() => null);
  });
  await page.getByRole('button', { name: 'Write to the kit' }).click();
  await expect(page.getByText(/Written to the kit on/)).toBeVisible();

  // The lens says that it was measured.
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: '24 mm shift wide', exact: true }).click();
  await expect(page.getByRole('textbox', { name: /^Image circle/ })).toHaveValue(Number(measured).toString());

  // A setup keeps its limit until it takes the new values.
  await page.goto(`${gangway.url}/jobs`);
  await page.getByRole('link', { name: /small format/ }).click();
  const rise = page.getByRole('slider', { name: 'Rise' });
  const circle = page.locator('[data-check=imageCircle]').first();
  await rise.waitFor();
  const before = await circle.innerText();
  await page.getByText(/The kit has newer specs for this rig/).waitFor();
  await page.getByRole('button', { name: 'Use the new specs' }).click();
  await expect(async () => expect(await circle.innerText()).not.toBe(before)).toPass();
});

test('the chart is planned, exposed, measured within the standard, judged, and written into the kit, which says when', async ({
  page,
  gangway,
}) => {
  test.setTimeout(600_000);
  await page.goto(`${gangway.url}/kit/tests`);
  await page.getByRole('button', { name: 'New test' }).click();
  const dialog = page.getByRole('dialog', { name: 'New lens test' });
  await dialog.getByRole('radio', { name: 'Sharpness' }).click();
  await expect(dialog.getByText('30 frames: 5 positions × 6 apertures')).toBeVisible();
  for (const aperture of ['f/3.5', 'f/5.6', 'f/11', 'f/16', 'f/22']) await dialog.getByRole('checkbox', { name: aperture }).uncheck();
  await dialog.getByRole('button', { name: 'Begin test' }).click();
  await expect(page.getByRole('heading', { name: 'Sharpness: 24 mm shift wide' })).toBeVisible();
  expect(await violations(page)).toEqual([]);

  await page.getByRole('radio', { name: 'Frames 0/5' }).click();
  await page.getByRole('button', { name: 'Expose 5 frames' }).click();
  await expect(page.getByRole('radio', { name: 'Frames 5/5' })).toBeVisible({ timeout: 420_000 });

  // A frame changes places with the one it is dragged to, by mouse and by keyboard, and Ctrl+Z takes it back.
  const grips = page.getByRole('button', { name: /^Drag .* to another place$/ });
  const order = async () => Promise.all((await grips.all()).map((grip) => grip.getAttribute('aria-label')));
  const [first, second, third, ...rest] = await order();
  await grips.nth(1).scrollIntoViewIfNeeded();
  const [from, to] = [await grips.nth(0).boundingBox(), await grips.nth(2).boundingBox()];
  if (!from || !to) throw new Error('there is nothing to drag');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 12 });
  await page.mouse.up();
  await expect.poll(order).toEqual([third, second, first, ...rest]);
  await page.keyboard.press('Control+z');
  await expect.poll(order).toEqual([first, second, third, ...rest]);
  await grips.nth(0).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText('is at place 1.')).toBeAttached();
  for (let i = 0; i < 6 && (await page.getByText('is at place 2.').count()) === 0; i++) await page.keyboard.press('ArrowDown');
  await expect(page.getByText('is at place 2.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(order).toEqual([second, first, third, ...rest]);
  await page.keyboard.press('Control+z');
  await expect.poll(order).toEqual([first, second, third, ...rest]);

  await page.getByRole('radio', { name: 'Results' }).click();
  const conclusions = page.getByRole('region', { name: 'Conclusions' });
  await expect(conclusions).toContainText('On the axis the lens reaches', { timeout: 60_000 });
  await expect(page.getByRole('region', { name: 'What is in doubt or could not be measured' })).toHaveCount(0);
  expect(await violations(page)).toEqual([]);

  // The axis is as sharp as the invented copy is there, without its tilt and at the same focus.
  const kit = kitSchema.parse(await (await fetch(`${gangway.url}/api/kit`)).json());
  const item = kit.items.find((row) => row.item.name === '24 mm shift wide')?.item;
  if (item?.kind !== 'lens') throw new Error('the lens is not in the kit');
  const copy = simulatedSharpCopy({ focalMm: 24, imageCircleMm: item.specs.imageCircleMm ?? NaN, widestFNumber: 3.5 }, copyNumber(item.id));
  const frame = { widthMm: 36, heightMm: 24 };
  const magnification = fillingMagnification(frame, chartLayout('A3'));
  const truth = withPixels(sharpnessByLaw(copy).blur([0, 0], { fNumber: 8, focusMm: 0, magnification }).sagittal, 36 / 2400);
  const [, axis = ''] = /reaches (\d+) lp\/mm/u.exec(await conclusions.innerText()) ?? [];
  expect(Math.abs(Number(axis) - truth)).toBeLessThan(0.04 * truth + 0.5);

  // A higher standard makes the circle smaller; Ctrl+Z takes it back.
  const met = async () => Number(/met up to ([\d.]+)/u.exec(await conclusions.innerText())?.[1] ?? NaN);
  const before = await met();
  await page.getByRole('textbox', { name: /Half of the contrast left at/ }).fill('26');
  await page.keyboard.press('Enter');
  await expect.poll(met).toBeLessThan(before);
  await page.keyboard.press('Control+z');
  await expect.poll(met).toBe(before);

  // By eye the left half is not good enough: the circle ends between the middle and there, in the kit as well, as long as marks count.
  const circle = () => page.getByRole('row', { name: /Sharp circle at f\/8/ }).innerText();
  const byNumbers = await circle();
  await page.getByRole('radio', { name: 'By eye' }).click();
  const mark = (place: string, how: string) =>
    page
      .getByRole('radiogroup', { name: `f/8, ${place}: your mark` })
      .getByRole('radio', { name: how, exact: true })
      .click();
  await mark('centre', 'good');
  await mark('left', 'not good enough');
  await page.getByRole('button', { name: 'f/8, left: compare' }).click();
  const compared = page.getByRole('dialog', { name: 'f/8, left' });
  await expect(compared.getByTestId('deep-view').first()).toHaveAttribute('data-drawn', 'true');
  await expect(compared).toContainText('With frames at two apertures, they can be compared.');
  await compared.getByLabel('Compare with frames of').selectOption({ label: 'Light: 90 mm field wide' });
  await expect(compared.getByTestId('deep-view')).toHaveCount(2);
  await expect(compared.getByTestId('deep-view').last()).toHaveAttribute('data-drawn', 'true');
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Escape');
  const byMarks = page.getByRole('checkbox', { name: 'Use my marks instead of the numbers' });
  await byMarks.click();
  await expect(byMarks).toBeChecked();
  await page.getByRole('radio', { name: 'Results' }).click();
  await expect(conclusions).toContainText('By your marks f/8 is good enough up to');
  expect(await circle()).not.toBe(byNumbers);
  const eye = await circle();
  await page.keyboard.press('Control+z');
  await expect.poll(circle).toBe(byNumbers);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(circle).toBe(eye);

  const report = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Report as PDF' }).click();
  expect((await report).suggestedFilename()).toBe('sharpness-24-mm-shift-wide.pdf');

  const exported = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as JSON' }).click();
  const path = await (await exported).path();
  await page.getByRole('button', { name: 'Write to the kit' }).click();
  await expect(page.getByText(/Written to the kit on/)).toBeVisible();
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: '24 mm shift wide', exact: true }).click();
  await page.getByText(/^Measured on/).waitFor();
  await page.getByRole('link', { name: 'Sharpness: 24 mm shift wide' }).click();
  await expect(conclusions).toBeVisible({ timeout: 60_000 });

  // The same file, as somebody else’s copy of another lens.
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: 'More for 90 mm field wide' }).click();
  await page.getByRole('menuitem', { name: 'Tests of this lens' }).click();
  await page.getByLabel('File with a test of another copy').setInputFiles(path);
  await page.getByText(/Somebody else measured this on another copy/).waitFor();
  await expect(conclusions).toContainText('On the axis the lens reaches');
  await expect(page.getByRole('button', { name: 'Write to the kit' })).toHaveCount(0);
  expect(await violations(page)).toEqual([]);
});

test('frames of a distant subject tell how far the infinity stop is off', async ({ page, gangway }) => {
  test.setTimeout(300_000);
  await page.goto(`${gangway.url}/kit/tests`);
  await page.getByRole('button', { name: 'New test' }).click();
  const dialog = page.getByRole('dialog', { name: 'New lens test' });
  await dialog.getByRole('radio', { name: 'Infinity stop' }).click();
  await expect(dialog.getByText('7 frames: 7 positions × 1 aperture')).toBeVisible();
  await dialog.getByRole('button', { name: 'Begin test' }).click();
  await expect(page.getByText('Set the lens to its infinity stop: that is 0.')).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('radio', { name: 'Frames 0/7' }).click();
  await page.getByRole('button', { name: 'Expose 7 frames' }).click();
  await expect(page.getByRole('radio', { name: 'Frames 7/7' })).toBeVisible({ timeout: 240_000 });
  await page.getByRole('radio', { name: 'Results' }).click();
  // The stop of the invented lens is off by 0.04 mm.
  await expect(page.getByRole('region', { name: 'Conclusions' })).toContainText(
    /sharpest with the back 0\.0[345] ± 0\.0\d mm farther out, so at the stop the lens focuses beyond infinity/,
    { timeout: 60_000 },
  );
  expect(await violations(page)).toEqual([]);
});

test.describe('what is refused', () => {
  test.use({ allowErrors: /422/u });

  test('what is no frame of the series is refused in words, and nothing is lost', async ({ page, gangway }) => {
    await page.goto(`${gangway.url}/kit/tests`);
    await page.getByRole('link', { name: 'Light: 90 mm field wide' }).click();
    await expect(page.getByRole('region', { name: 'Conclusions' })).toContainText('Where the image circle ends is unknown', {
      timeout: 60_000,
    });
    await page.getByRole('radio', { name: /^Frames/ }).click();
    await page
      .getByLabel('Frames to add')
      .setInputFiles([{ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') }]);
    await expect(page.getByRole('alert')).toContainText('notes.txt');
    await expect(page.getByRole('radio', { name: 'Frames 27/27' })).toBeVisible();

    // Left out, another file deleted: going back brings the first one in again, the deleted one not.
    const act = async (file: string, action: string) => {
      await page.getByRole('button', { name: `More for ${file}` }).click();
      await page.getByRole('menuitem', { name: action }).click();
    };
    await act('wall-03.png', 'Leave out');
    await expect(page.getByRole('radio', { name: 'Frames 26/27' })).toBeVisible();
    await act('wall-05.png', 'Delete the file');
    await expect(page.getByRole('radio', { name: 'Frames 25/27' })).toBeVisible();
    // In order by name, what was left out stays out and empty places stay empty.
    await page.getByRole('button', { name: 'Order by name' }).click();
    await expect(page.getByRole('row', { name: /^4 .*wall-04/ })).toBeVisible();
    await expect(page.getByRole('radio', { name: 'Frames 25/27' })).toBeVisible();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('radio', { name: 'Frames 26/27' })).toBeVisible();
    await expect(page.getByRole('row', { name: /^3 .*wall-03/ })).toBeVisible();

    // Deleted, and back again.
    await page.goto(`${gangway.url}/kit/tests`);
    await page.getByRole('button', { name: 'More for Light: 90 mm field wide' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect(page.getByText('No tests yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByRole('link', { name: 'Light: 90 mm field wide' })).toBeVisible();
  });
});
