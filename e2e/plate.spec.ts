import { readFileSync, writeFileSync } from 'node:fs';
import type { Locator } from '@playwright/test';
import sharp from 'sharp';
import { expect, openSetup, saved, stored, test, type Gangway } from './gangway';
import { choosing, drag, onPage, planOn, outlineFront } from './plates';
import { logSchema } from '@gangway/contract/log';
import { violations } from './accessible';

const FOLDER = 'packages/vision/checks/plates';
/** A cluttered photograph drawn by another renderer than ours, with what is true of it. */
const NAME = 'plate-01-05.jpg';
interface Truth {
  readonly widthPx: number;
  readonly cameraHeightM: number;
  readonly frontWidthM: number;
  readonly frontHeightM: number;
  readonly cornersPx: Readonly<Record<'leftFoot' | 'rightFoot' | 'leftTop', readonly number[]>>;
}
const truth = JSON.parse(readFileSync(`${FOLDER}/truth.json`, 'utf8')) as Readonly<Record<string, Truth>>;
const wanted = truth[NAME] as Truth;

test('a photograph is levelled by its lines, measured, made the scene, and seen through the rig', async ({ page, gangway }) => {
  test.slow();
  await planOn(page, gangway, `${FOLDER}/${NAME}`);
  const level = page.getByTestId('plate-level');
  await expect(level).toContainText('Pitched 4.7');
  await expect(level).toContainText('anticlockwise');
  await expect(level).toContainText('left side 38.9° away');
  await expect(page.getByTestId('horizon')).toBeVisible();

  // A line that is dragged away changes the level, under a magnifier; undo puts it back.
  const before = await level.innerText();
  await page.locator('[data-line=upright]').first().press('Enter');
  const grip = page.locator('[data-grip=upright-0-first]');
  const box = await grip.boundingBox();
  if (!box) throw new Error('the end of the line is not shown');
  const end = [box.x + box.width / 2, box.y + box.height / 2] as const;
  await drag(page, end, [end[0] + 60, end[1]]);
  await expect(page.getByTestId('magnifier')).toBeVisible();
  await page.mouse.up();
  await expect(page.getByTestId('magnifier')).toBeHidden();
  await expect(level).not.toHaveText(before, { useInnerText: true });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(level).toHaveText(before, { useInnerText: true });

  // The front of the scene, by its foot and the top of its left side.
  const { leftFoot, leftTop } = wanted.cornersPx;
  await page.getByRole('textbox', { name: 'Camera above the ground' }).fill(String(wanted.cameraHeightM));
  await page.keyboard.press('Enter');
  await outlineFront(page, wanted, wanted.cornersPx);
  const words = await page.getByTestId('plate-front').innerText();
  const [widthM = NaN, heightM = NaN] = (/^([\d.]+) m ± [\d.]+ m wide, ([\d.]+) m ±/u.exec(words) ?? []).slice(1).map(Number);
  expect(Math.abs(widthM / wanted.frontWidthM - 1)).toBeLessThan(0.02);
  expect(Math.abs(heightM / wanted.frontHeightM - 1)).toBeLessThan(0.02);

  // Its height as a measurement, with a name, and how sure that is.
  await page.getByRole('radio', { name: 'Height' }).click();
  await drag(page, await onPage(page, wanted, leftFoot), await onPage(page, wanted, leftTop));
  await page.mouse.up();
  await page.getByRole('textbox', { name: 'Name of measurement 1' }).fill('Left corner');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: 'high,' })).toContainText('±');

  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Use as front' }).click();
  await expect(page.getByText('This front is the subject of the scene.')).toBeVisible();
  // A pin on the front, where a place was pressed; one in the sky has no distance.
  await page.getByRole('radio', { name: 'Pin' }).click();
  const [pinX, pinY] = await onPage(page, wanted, [(leftFoot[0] ?? 0) + 60, ((leftFoot[1] ?? 0) + (leftTop[1] ?? 0)) / 2]);
  await page.mouse.click(pinX, pinY);
  await expect(page.getByRole('button', { name: /^Pin “point 1”/ })).toBeVisible();
  const [skyX, skyY] = await onPage(page, wanted, [40, 30]);
  await page.mouse.click(skyX, skyY);
  await expect(page.getByText('No distance is known there')).toBeVisible();
  await saved(page);
  const [pinned] = (await stored(page)).pins;
  if (pinned?.place.kind !== 'point') throw new Error('no pin');
  // Half way up the front, and on its plane.
  expect(Math.abs(pinned.place.at[1] - wanted.frontHeightM / 2)).toBeLessThan(0.6);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('button', { name: /^Pin “point 1”/ })).toBeHidden();
  await saved(page);
  const { scene, plate } = await stored(page);
  expect(scene?.subject.kind === 'front' ? scene.subject.widthM : NaN).toBeCloseTo(widthM, 1);
  expect(plate?.measured).toMatchObject([{ name: 'Left corner', of: 'height' }]);

  await page.getByRole('link', { name: 'Look through the rig' }).click();
  await expect(page.getByTestId('plate-picture')).toHaveAttribute('data-drawn', 'yes');
  await expect(page.getByText(/^The photograph ends .*[\d.]+ mm (above|at) the bottom/)).toBeVisible();
  // What undo takes back is the front, and the photograph stays.
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('Planned on')).toBeHidden();
  await page.getByRole('radio', { name: 'Position', exact: true }).click();
  await expect(page.getByText(`Planned on “${NAME}”.`)).toBeVisible();
});

test('without metadata the focal length is asked for, and the lines are found once it is known', async ({ page, gangway }, info) => {
  const { default: sharp } = await import('sharp');
  const file = info.outputPath('plain.jpg');
  // Re-encoded, its metadata are gone.
  await sharp(readFileSync(`${FOLDER}/${NAME}`))
    .jpeg()
    .toFile(file);
  await choosing(page, gangway);
  await page.getByLabel('Choose a photograph…').setInputFiles(file);
  await expect(page.getByText(/main camera has 24–28 mm/)).toBeVisible({ timeout: 30_000 });
  const field = page.getByRole('textbox', { name: '35 mm equivalent' });
  await expect(field).toHaveValue('?');
  await field.fill('2');
  await field.press('Enter');
  await expect(page.getByRole('alert')).toContainText('35 mm equivalent must be');
  await field.fill('24');
  await field.press('Enter');
  await expect(page.getByTestId('plate-level')).toContainText('Pitched 4.7', { timeout: 30_000 });
});

test('a cropped photograph asks where its lens pointed', async ({ page, gangway }, info) => {
  const part = info.outputPath('part.jpg');
  const whole = await sharp(`${FOLDER}/${NAME}`)
    .withExif({ IFD2: { FocalLengthIn35mmFilm: '24', PixelXDimension: '1600', PixelYDimension: '1200' } })
    .jpeg()
    .toBuffer();
  const cut = await sharp(`${FOLDER}/${NAME}`).extract({ left: 0, top: 0, width: 1500, height: 900 }).jpeg({ quality: 92 }).toBuffer();
  // A program that cuts a picture and leaves its metadata as they were.
  const marker = whole.indexOf(Buffer.from([0xff, 0xe1]));
  writeFileSync(
    part,
    Buffer.concat([cut.subarray(0, 2), whole.subarray(marker, marker + 2 + whole.readUInt16BE(marker + 2)), cut.subarray(2)]),
  );
  await planOn(page, gangway, part);
  await expect(page.getByText('This picture was cropped or changed')).toBeVisible();
  const level = page.getByTestId('plate-level');
  await expect(level).toContainText('Uncertainty unknown');
  // The middle of the whole: 800, 600.
  await page.getByRole('radio', { name: 'Middle' }).click();
  const img = await page.getByRole('region', { name: 'Plate' }).locator('img').first().boundingBox();
  if (!img) throw new Error('the photograph is not shown');
  await page.mouse.click(img.x + (800 / 1500) * img.width, img.y + (600 / 900) * img.height);
  await expect(level).toContainText('Pitched 4.');
  await expect(level).toContainText('±');
  await expect(page.getByRole('button', { name: /^Where the lens pointed/ })).toBeVisible();
  await page.getByRole('button', { name: 'Mark as unknown' }).click();
  await expect(level).toContainText('Uncertainty unknown');
  expect(await violations(page)).toEqual([]);
});

test('lines are drawn and moved by the keyboard alone', async ({ page, gangway }) => {
  await openSetup(page, gangway, /^From a photograph: the tower/);
  await page.getByRole('radio', { name: 'Position' }).click();
  await page.getByRole('link', { name: 'Open the plate' }).click();
  const uprights = page.locator('[data-line=upright]');
  await expect(uprights.first()).toBeVisible();
  const before = await uprights.count();
  await page.getByRole('radio', { name: 'Vertical' }).press('Space');
  await page.getByRole('application', { name: 'Photograph of the place with its lines' }).press('Enter');
  await expect(uprights).toHaveCount(before + 1);
  const level = page.getByTestId('plate-level');
  const said = await level.innerText();
  const end = page.getByRole('button', { name: `Vertical ${before + 1}, second end: arrow keys move it` });
  for (let i = 0; i < 12; i++) await end.press('ArrowRight');
  await expect(level).not.toHaveText(said);
  await page.getByRole('button', { name: `Vertical ${before + 1}`, exact: true }).press('Delete');
  await expect(uprights).toHaveCount(before);
});

test('a stitched panorama is refused with the reason, and another photograph can be chosen', async ({ page, gangway }, info) => {
  const { default: sharp } = await import('sharp');
  const file = info.outputPath('wide.jpg');
  const xmp =
    '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:p="urn:panorama" p:ProjectionType="cylindrical"/></rdf:RDF></x:xmpmeta>';
  await sharp(readFileSync(`${FOLDER}/${NAME}`))
    .resize(1600, 500)
    .withXmp(xmp)
    .jpeg()
    .toFile(file);
  await choosing(page, gangway);
  await page.getByLabel('Choose a photograph…').setInputFiles(file);
  await expect(page.getByText('A stitched panorama cannot be used', { exact: false }).first()).toBeVisible({ timeout: 30_000 });
  await expect(page.getByLabel('Choose a photograph…')).toBeAttached();
});

test('a photograph that replaces another is read as well', async ({ page, gangway }) => {
  await openSetup(page, gangway, /^From a photograph: the tower/);
  await page.goto(page.url().replace(/\?.*|$/u, '/plate'));
  await expect(page.getByTestId('plate-level')).toContainText('Pitched 12.');
  await page.getByLabel('Replace…').setInputFiles(`${FOLDER}/${NAME}`);
  await expect(page.getByTestId('plate-level')).toContainText('Pitched 4.7', { timeout: 30_000 });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByTestId('plate-level')).toContainText('Pitched 12.');
});

/** How light a picture is so far down, left of its middle, 0 to 255. */
async function lightOf(picture: Locator, down: number): Promise<number> {
  const { data, info } = await sharp(await picture.screenshot())
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const row = Math.round(down * info.height);
  const [from, to] = [Math.round(0.56 * info.width), Math.round(0.62 * info.width)];
  return data.subarray(row * info.width + from, row * info.width + to).reduce((sum, light) => sum + light, 0) / (to - from);
}

test('from another place the photograph shows the front and the ground as from there, and calls the rest a guess', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, /^From a photograph: the tower/);
  await page.getByRole('radio', { name: 'Position' }).click();
  const distance = page.getByLabel('Distance', { exact: true });
  await expect(distance).toBeVisible();
  const picture = page.getByTestId('plate-picture');
  await expect(picture).toHaveAttribute('data-drawn', 'yes', { timeout: 20_000 });
  const words = page.getByRole('region', { name: 'Measurements in the picture' });
  await expect(words).toContainText('The photograph ends');
  const [skyHere, groundHere] = [await lightOf(picture, 0.55), await lightOf(picture, 0.9)];
  await distance.fill('20');
  await distance.press('Enter');
  await expect(words).toContainText('The photograph was taken 4.55 m away');
  await expect(words).toContainText('a guess and dimmed');
  // The sky at the right is a guess, and drawn half as light; the paving before the front is not.
  expect((await lightOf(picture, 0.55)) / skyHere).toBeLessThan(0.65);
  expect((await lightOf(picture, 0.9)) / groundHere).toBeGreaterThan(0.8);
  // On the card the frame is outlined as far as that is known, which it says.
  await page.getByRole('radio', { name: 'Card' }).click();
  const card = page.getByTestId('plate-on-card');
  await expect(card).toContainText('taken 4.55 m away; where the outline leaves the front');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(card).not.toContainText('a guess');
  await expect(card).toContainText('11.0 mm of rise');
});

test.describe('after the shoot', () => {
  test.use({ allowErrors: /422/ });
  test('a frame that was taken is laid over the plan, which says what was done differently', async ({ page, gangway }) => {
    test.slow();
    await openSetup(page, gangway, /^From a photograph: the tower/);
    await page.getByRole('radio', { name: 'Position' }).click();
    await page.getByRole('link', { name: 'Open the plate' }).click();
    await page.getByText('After the shoot').click();
    await page.getByRole('button', { name: 'Compare hydraulic-tower-taken.jpg with the plan' }).click();
    const taken = page.getByTestId('taken');
    // The demo's frame was drawn 0.8° to the right of the plan and pitched 0.6° up.
    await expect(taken).toContainText(/Camera yawed 0\.[789]\d° farther right/u, { timeout: 60_000 });
    await expect(taken).toContainText(/Camera pitched 0\.[4-8]\d° farther up/u);
    await expect(taken).toContainText('No difference seen in');
    const frame = page.getByTestId('taken-frame');
    await expect(frame).toHaveCSS('clip-path', 'inset(0px 50% 0px 0px)');
    // The line follows the hand.
    const box = await frame.boundingBox();
    if (!box) throw new Error('no frame');
    await page.mouse.move(box.x + box.width / 2, box.y + 200);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 4, box.y + 220, { steps: 4 });
    await page.mouse.up();
    await expect(frame).toHaveCSS('clip-path', /inset\(0px 7[45]\.?\d*% 0px 0px\)/u);
    await page.getByRole('radio', { name: 'Blink' }).click();
    await expect(frame).toHaveCSS('opacity', '0');
    await expect(frame).toHaveCSS('opacity', '1');
    expect(await violations(page)).toEqual([]);
    // A frame of another shape is refused.
    await page.getByLabel('Choose a frame…').setInputFiles(`${FOLDER}/plate-01-08.jpg`);
    await expect(taken).toContainText('The frame could not be compared: The frame is 1200 × 1600 px', { timeout: 60_000 });
    await page.getByRole('button', { name: 'Back to the photograph' }).click();
    await expect(page.locator('[data-line=upright]').first()).toBeVisible();
  });

  test('rise and shift are those of the shot that a frame is attached to, whatever the plan has become', async ({
    page,
    gangway: { url },
  }) => {
    test.slow();
    await openSetup(page, { url } as Gangway, /^From a photograph: the tower/);
    await page.getByRole('radio', { name: 'Card' }).click();
    await page.getByRole('button', { name: 'Log a shot' }).click();
    await expect(page.getByText('1 logged here')).toBeVisible();
    const [, jobId = '', setupId = ''] = /jobs\/([^/]+)\/setups\/([^/?]+)/u.exec(page.url()) ?? [];
    const log = logSchema.parse(await (await fetch(`${url}/api/jobs/${jobId}/log`)).json());
    const sent = await fetch(`${url}/api/jobs/${jobId}/attachments?name=logged.jpg&setupId=${setupId}&shotId=${log.shots[0]?.id ?? ''}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/octet-stream' },
      body: readFileSync('apps/server/demo/hydraulic-tower-taken.jpg'),
    });
    expect(sent.ok).toBe(true);
    // The plan is changed after the shot.
    await page.getByRole('radio', { name: 'Frame' }).click();
    const shift = page.getByRole('textbox', { name: 'Shift', exact: true });
    await shift.fill('-3.7');
    await shift.press('Enter');
    await saved(page);
    await page.goto(page.url().replace(/\?.*$/u, '/plate'));
    await page.getByText('After the shoot').click();
    const taken = page.getByTestId('taken');
    // By the plan nothing fits, and nothing is called certain.
    await page.getByRole('button', { name: 'Compare hydraulic-tower-taken.jpg with the plan' }).click();
    await expect(taken).toContainText('does not fit the assumed rise, shift or focal length', { timeout: 60_000 });
    await expect(taken).toContainText(/Possible, but not certain:.*Tripod \d\.\d\d m farther right/su);
    await page.getByRole('button', { name: 'Compare logged.jpg with the plan' }).click();
    await expect(taken).toContainText('rise and shift as logged', { timeout: 60_000 });
    await expect(taken).toContainText(/Tripod 0\.[3-6]\d m closer/u);
    await expect(taken).not.toContainText('does not fit');
  });
});

test('the frames of other rigs are outlined on the photograph, and one of them is put on the bench', async ({ page, gangway }) => {
  await planOn(page, gangway, `${FOLDER}/${NAME}`);
  await expect(page.locator('[data-frame=own]')).toBeVisible();
  await page.getByText('Which rig from here').click();
  const list = page.locator('[data-part=plate-rigs]');
  const name = '44 × 33 back with 90 mm field wide';
  await list.getByRole('checkbox', { name }).check();
  await expect(page.locator(`[data-frame="${name}"]`)).toBeVisible();
  await list.getByRole('button', { name: `Use ${name}` }).click();
  await saved(page);
  expect((await stored(page)).rig.name).toBe(name);
  // The one on the bench is no longer among the others.
  await expect(list.getByRole('checkbox', { name })).toHaveCount(0);
});

test.describe('away from the server', () => {
  test.use({ allowErrors: /Failed to (load|fetch)|ERR_|Failed to load resource|WebSocket|500|502|503/u });
  test('a photograph is kept on this device, what is drawn on it stays, and its lines come when they are asked for', async ({
    page,
    gangway,
  }) => {
    test.slow();
    await choosing(page, gangway);
    await gangway.kill();
    await page.getByLabel('Choose a photograph…').setInputFiles(`${FOLDER}/${NAME}`);
    await expect(page.getByText('The photograph is on this device.', { exact: false })).toBeVisible();
    // What is drawn meanwhile stays: its lines are not put in its place.
    await page.getByRole('radio', { name: 'Vertical' }).click();
    await drag(page, await onPage(page, wanted, [900, 300]), await onPage(page, wanted, [905, 700]));
    await page.mouse.up();
    await expect(page.locator('[data-line=upright]')).toHaveCount(1);
    await gangway.start();
    await expect(page.getByRole('textbox', { name: '35 mm equivalent' })).toHaveValue('24', { timeout: 60_000 });
    await expect(page.locator('[data-line=upright]')).toHaveCount(1);
    await page.getByRole('button', { name: 'Find lines' }).click();
    await expect(page.getByTestId('plate-level')).toContainText('Pitched 4.7');
  });

  test('a photograph that only the server can show waits for it, and is shown when it is back', async ({ page, gangway }) => {
    test.slow();
    const buffer = await sharp(`${FOLDER}/${NAME}`).tiff({ compression: 'deflate' }).toBuffer();
    await choosing(page, gangway);
    await gangway.kill();
    await page.getByLabel('Choose a photograph…').setInputFiles({ name: 'place.tif', mimeType: 'image/tiff', buffer });
    await expect(page.getByText('This browser cannot show this file.', { exact: false })).toBeVisible();
    await gangway.start();
    await expect(page.getByText('place.tif, 1600 × 1200 px')).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText('This browser cannot show this file.', { exact: false })).toBeHidden();
  });
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('the plate fits its width, with the picture first', async ({ page, gangway }) => {
    await planOn(page, gangway, `${FOLDER}/${NAME}`);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    // A line is chosen and deleted by touch.
    const lines = page.locator('[data-line=upright]');
    const before = await lines.count();
    await lines.first().focus();
    await page.getByRole('button', { name: 'Delete line' }).tap();
    await expect(lines).toHaveCount(before - 1);
    await expect(page.getByRole('radio', { name: 'Vertical' })).toBeVisible();
    expect(await violations(page)).toEqual([]);
  });
});
