import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { outlinedFront } from '@gangway/core/plate/front';
import { seenThroughRig, type RigAndFrame } from '@gangway/core/plate/view';
import { expect, saved, test } from './gangway';
import { choosing, outlineFront, planOn } from './plates';

// A photograph drawn by another renderer than ours, and others of the same place made from it.
const FOLDER = 'packages/vision/checks/plates';
const NAME = 'plate-01-04.jpg';
interface Truth {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly focalPx: number;
  readonly pitchDeg: number;
  readonly rollDeg: number;
  readonly cameraHeightM: number;
  readonly cornersPx: Readonly<Record<'leftFoot' | 'rightFoot' | 'leftTop', readonly [number, number]>>;
}
const truth = (JSON.parse(readFileSync(`${FOLDER}/truth.json`, 'utf8')) as Readonly<Record<string, Truth>>)[NAME];
if (!truth) throw new Error('the check plate is not described');
const { widthPx, heightPx, focalPx, pitchDeg, rollDeg, cameraHeightM, cornersPx } = truth;
const plate = { kind: 'flat', widthPx, heightPx, focalPx } as const;
const held = { yawDeg: 0, pitchDeg, rollDeg };
const { leftFoot, rightFoot, leftTop } = cornersPx;

/** Another photograph, as a phone would have taken it from where and as it is told. */
async function photograph(seen: Omit<RigAndFrame, 'frame'>): Promise<Buffer> {
  const { data, info } = await sharp(`${FOLDER}/${NAME}`).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const source = { widthPx: info.width, heightPx: info.height, rgb: new Uint8Array(data) };
  const front = outlinedFront(plate, held, { leftFootPx: leftFoot, rightFootPx: rightFoot, leftTopPx: leftTop }, cameraHeightM);
  const away = (front.turnedAwayDeg * Math.PI) / 180;
  // The scene has its origin at the middle of the foot of the front.
  const at = [
    -(front.leftM[0] + (front.widthM / 2) * Math.cos(away)),
    cameraHeightM,
    -(front.leftM[1] + (front.widthM / 2) * Math.sin(away)),
  ] as const;
  const place = { plateAt: at, front: { widthM: front.widthM, heightM: front.heightM, turnDeg: front.turnedAwayDeg }, ground: true };
  const [right, up, ahead] = seen.at ?? [0, 0, 0];
  const { picture } = seenThroughRig(
    source,
    { plate, held, place },
    { ...seen, at: [at[0] + right, at[1] + up, at[2] + ahead], frame: { widthMm: widthPx, heightMm: heightPx } },
    1500,
  );
  return sharp(picture.rgb, { raw: { width: picture.widthPx, height: picture.heightPx, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer();
}

async function add(page: Page, file: { readonly name: string; readonly buffer: Buffer }, equivalent: string) {
  await page.getByText('More photographs of the place').click();
  await page.getByLabel('Add a photograph…').setInputFiles({ ...file, mimeType: 'image/jpeg' });
  const other = page.getByTestId('other-photograph');
  await expect(other.getByRole('radio', { name: 'Same position' })).toBeChecked({ timeout: 60_000 });
  // The file says nothing of its lens: it is asked for.
  await expect(other).toContainText('does not say its focal length');
  await other.getByRole('textbox', { name: '35 mm equivalent' }).fill(equivalent);
  await page.keyboard.press('Enter');
  return other;
}

/** The share of the picture in the Finder that no photograph covers. */
async function hatched(page: Page): Promise<number> {
  const picture = page.getByTestId('plate-picture');
  await expect(picture).toHaveAttribute('data-drawn', 'yes', { timeout: 20_000 });
  const { data, info } = await sharp(await picture.screenshot())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const pixels = Array.from({ length: info.width * info.height }, (_, i) => data.subarray(3 * i, 3 * i + 3));
  return pixels.filter((rgb) => rgb.every((value) => value === 69)).length / pixels.length;
}

test('a second photograph from the same position shows what the first one leaves out', async ({ page, gangway }) => {
  test.slow();
  // Two narrower photographs, the left part of the place and the right one.
  const longer = 1.6;
  const part = async (yawDeg: number, up: number) =>
    photograph({ rig: { turned: { yawDeg, pitchDeg: pitchDeg + up, rollDeg }, imageMm: longer * focalPx, riseMm: 0, shiftMm: 0 } });
  const equivalent = ((longer * focalPx * 43.267) / Math.hypot(widthPx, heightPx)).toFixed(1);
  await choosing(page, gangway);
  const left = { name: 'left.jpg', mimeType: 'image/jpeg', buffer: await part(-9, 0) };
  await page.getByLabel('Choose a photograph…').setInputFiles(left);
  await page.getByRole('textbox', { name: '35 mm equivalent' }).fill(equivalent);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-line=upright]').first()).toBeVisible({ timeout: 30_000 });
  const other = await add(page, { name: 'right.jpg', buffer: await part(9, 2) }, equivalent);
  const words = await other.getByText(/^Turned/u).innerText();
  const [yaw = NaN, pitch = NaN] = (/^Turned ([\d.]+)° right and ([\d.]+)° up/u.exec(words) ?? []).slice(1).map(Number);
  expect(Math.abs(yaw - 18)).toBeLessThan(0.2);
  expect(Math.abs(pitch - 2)).toBeLessThan(0.2);
  await saved(page);
  // Both are drawn through the rig, and told of as two.
  const throughRig = page.getByRole('link', { name: 'Look through the rig' });
  await throughRig.click();
  await expect(page.getByText(/^The 2 photographs/u)).toBeVisible({ timeout: 20_000 });
  const withBoth = await hatched(page);
  await page.goBack();
  // Taken away there is one again, and more of the frame is hatched; undo brings it back.
  await page.getByRole('button', { name: 'Remove right.jpg' }).click();
  await expect(page.getByTestId('other-photograph')).toHaveCount(0);
  await throughRig.click();
  await expect(page.getByText(/^The photograph ends/u)).toBeVisible({ timeout: 20_000 });
  expect(await hatched(page)).toBeGreaterThan(withBoth + 0.03);
  await page.goBack();
  await page.getByRole('button', { name: /^Undo/u }).click();
  await expect(page.getByTestId('other-photograph')).toContainText('Turned');
});

test('a second photograph from a measured step away tells the height of the camera', async ({ page, gangway }) => {
  test.slow();
  await planOn(page, gangway, `${FOLDER}/${NAME}`);
  const step = [1.8, 0.1, 0.5] as const;
  const rig = { turned: { ...held, yawDeg: -2 }, imageMm: focalPx, riseMm: 0, shiftMm: 0 };
  const other = await add(page, { name: 'step.jpg', buffer: await photograph({ rig, at: step }) }, '24');
  // It is taken to be from the same position until it is told otherwise.
  await expect(other).toContainText(/The two disagree|Turned/u);
  await other.getByRole('radio', { name: 'Another position' }).click();
  // Nothing stands for a step that nobody has entered.
  await expect(other).toContainText('Enter how far apart the two positions are.');
  await other.getByRole('textbox', { name: 'Distance apart' }).fill(String(Math.hypot(...step)));
  await page.keyboard.press('Enter');
  await expect(other).toContainText('Outline the front');
  await outlineFront(page, truth, cornersPx);
  const told = async (): Promise<readonly [heightM: number, doubtM: number]> => {
    const words = await other.getByText(/^Camera height/u).innerText();
    const [heightM = NaN, doubtM = NaN] = (/^Camera height ([\d.]+) m ± ([\d.]+) m/u.exec(words) ?? []).slice(1).map(Number);
    return [heightM, doubtM];
  };
  await expect.poll(async () => Math.abs((await told())[0] / cameraHeightM - 1)).toBeLessThan(0.04);
  const [heightM, doubtM] = await told();
  expect(doubtM).toBeGreaterThan(0);
  await other.getByRole('button', { name: 'Use this height' }).click();
  await expect(page.getByRole('textbox', { name: 'Camera above the ground' })).toHaveValue(heightM.toFixed(2));
  await expect(other).toContainText('This is the height in use.');
});
