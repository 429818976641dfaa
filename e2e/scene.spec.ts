import { geometryOf } from '@gangway/core/geometry/geometry';
import type { Page } from '@playwright/test';
import { BoxGeometry, Mesh, Scene as ThreeScene } from 'three';
import { OBJExporter } from 'three/examples/jsm/exporters/OBJExporter.js';
import { outline } from '@gangway/core/framing/inFrame';
import { stretchAt } from '@gangway/core/framing/stretch';
import { pictured } from '@gangway/core/geometry/standards';
import { openFinder, overlays, step, still, type } from './finder';
import { expect, openSetup, stored, test, type Gangway } from './gangway';
import { violations } from './accessible';
import type { SetupSettings } from '@gangway/core/model/setup';

const check = (page: Page, kind: string) => page.locator(`[data-check=${kind}]`);
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

/** Takes the first fix of what fails, worst first, until nothing does. */
async function cure(page: Page): Promise<number> {
  const failing = page.locator('[data-check][data-state=fails]');
  for (let taken = 0; taken < 9; taken++) {
    if ((await failing.count()) === 0) return taken;
    const first = failing.first();
    const words = await first.textContent();
    await first.getByRole('list', { name: 'Fixes' }).getByRole('button').first().click();
    await expect.poll(async () => (await failing.count()) === 0 || (await failing.first().textContent()) !== words).toBe(true);
  }
  throw new Error(`still failing: ${(await failing.allTextContents()).join(' | ')}`);
}

/** Whether every corner of the subject's outline is pictured inside the part that is kept. */
function allIn(settings: SetupSettings): boolean {
  const { widthMm, heightMm } = geometryOf(settings).frame;
  if (!settings.scene) return false;
  return outline(settings.scene).every((point) => {
    const at = pictured(geometryOf(settings), point);
    return at !== null && Math.abs(at[0]) <= widthMm / 2 && Math.abs(at[1]) <= heightMm / 2;
  });
}

async function held(page: Page): Promise<SetupSettings> {
  await cure(page);
  await expect(page.locator('[data-check][data-state=fails]')).toHaveCount(0);
  await expect(page.locator('[data-check][data-state=unknown]')).toHaveCount(0);
  const settings = await stored(page);
  expect(allIn(settings)).toBe(true);
  return settings;
}

test('the hydraulic tower is brought in from a wrong start: pitched, rolled and cut', async ({ page, gangway }) => {
  await openSetup(page, gangway, /small format/);
  await step(page, 'Position');
  await type(page, 'Pitch (up)', '14');
  await type(page, 'Roll (clockwise)', '1.5');
  await type(page, 'Rise', '2');
  await expect(check(page, 'level')).toHaveAttribute('data-state', 'fails');
  const { scene } = await held(page);
  expect(scene).toMatchObject({ pitchDeg: 0, rollDeg: 0 });
});

test('the ropewalk front is brought in from a wrong start: beside the picture, behind the quay’s edge', async ({ page, gangway }) => {
  await openSetup(page, gangway, /Ropewalk front/);
  await step(page, 'Position');
  await type(page, 'Shift', '9');
  await type(page, 'Rise', '-7');
  await type(page, 'Distance', '82');
  await expect(check(page, 'inFrame')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'obstacle')).toContainText('it would be 3.0 m behind the obstacle');
  const { scene } = await held(page);
  expect(scene?.distanceM).toBeLessThanOrEqual(78.5);
});

test('the hemp loft: a post that is drawn out is turned in on, the centre stays, and the cost is said', async ({ page, gangway }) => {
  await openSetup(page, gangway, /Hemp loft/);
  await step(page, 'Frame');
  await type(page, 'Roll (clockwise)', '-0.8');
  await expect(check(page, 'stretch')).toContainText('drawn 1.23 times as long as wide; 1.15 is accepted');
  const before = await stored(page);
  await expect(page.getByRole('row', { name: /the thing/ })).toContainText('1.23');
  await expect(page.getByText(/Horizontals of the wall at the upper edge then slope by \d/)).toBeVisible();
  await page.getByRole('button', { name: 'Turn and counter-shift', exact: true }).click();
  await expect(check(page, 'stretch')).toHaveAttribute('data-state', 'passes');
  const settings = await held(page);
  expect(settings.scene?.yawDeg).toBeGreaterThan(3);
  const watched = settings.scene?.watched;
  expect(watched && stretchAt(geometryOf(settings), watched)).toBeLessThanOrEqual(1.15);
  // The middle of the picture shows the same place of the far gable, within the tenths that slides are set in.
  const { riseMm, shiftMm } = before.movements;
  const v = (24 * 24_000) / (24_000 - 24);
  const at = pictured(geometryOf(settings), [(shiftMm / v) * 24, 1.5 + (riseMm / v) * 24, 0]);
  expect(Math.hypot(...(at ?? [9, 9]))).toBeLessThan(0.3);
});

test('the slipway is brought in from a wrong start: too high for the near ground, horizon askew', async ({ page, gangway }) => {
  await openSetup(page, gangway, /Slipway/);
  await step(page, 'Position');
  await type(page, 'Lens height', '1.4');
  await type(page, 'Roll (clockwise)', '2');
  await type(page, 'Rise', '4');
  await expect(check(page, 'inFrame')).toContainText('beyond the lower edge');
  await expect(check(page, 'level')).toContainText('rolled clockwise by 2.0°');
  const { scene } = await held(page);
  expect(scene?.rollDeg).toBe(0);
});

test('dimensions, camera and obstacle are dragged in plan and elevation, and nudged with the keys; one drag is one undo', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, /small format/);
  await step(page, 'Position');
  const grip = (key: string) => page.locator(`[data-grip=${key}]`);
  const drag = async (key: string, dx: number, dy: number) => {
    const box = await grip(key).boundingBox();
    if (!box) throw new Error(`no grip ${key}`);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 });
    await page.mouse.move(x + dx, y + dy, { steps: 3 });
    await page.mouse.up();
  };
  // The scale of the drawing: camera and reference plane are 24 m apart in it.
  const [camera, wall] = await Promise.all([grip('camera-plan').boundingBox(), grip('widthM').boundingBox()]);
  if (!camera || !wall) throw new Error('nothing drawn');
  const perM = (wall.x + wall.width / 2 - (camera.x + camera.width / 2)) / 24;
  await drag('heightM', 0, 5 * perM);
  await expect.poll(async () => Math.abs(Number(await field(page, 'Height').inputValue()) - 26)).toBeLessThan(0.45);
  await page.keyboard.press('Control+z');
  await expect(field(page, 'Height')).toHaveValue('31.00');
  await drag('camera-side', -4 * perM, 0);
  await expect.poll(async () => Math.abs(Number(await field(page, 'Distance').inputValue()) - 28)).toBeLessThan(0.6);
  await expect(field(page, 'Focus')).toHaveValue(await field(page, 'Distance').inputValue());
  await page.getByRole('button', { name: 'Add an obstacle behind me' }).click();
  await expect(check(page, 'obstacle')).toHaveAttribute('data-state', 'passes');
  await grip('room').focus();
  for (let i = 0; i < 7; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(check(page, 'obstacle')).toHaveAttribute('data-state', 'fails');
  await grip('widthM').focus();
  await page.keyboard.press('ArrowRight');
  await expect(field(page, 'Width')).toHaveValue('8.10');
  expect(await page.getByText(/^The camera is .* away, .* An obstacle is/).count()).toBe(1);
});

test('a height is found from what there is, with how sure it is, and refuses what cannot be', async ({ page, gangway }) => {
  await openSetup(page, gangway, /small format/);
  await step(page, 'Position');
  await page.getByRole('button', { name: /Find the height/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Find the height' });
  await expect(dialog.getByRole('status')).toHaveText('Angle up to the top is missing.');
  await dialog.getByLabel('Angle up to the top').fill('95');
  await expect(dialog.getByRole('status')).toContainText('less than 90°');
  await dialog.getByLabel('Angle up to the top').fill('45');
  // 1.6 + 24·tan 45°, and √((0.2·tan 45°)² + (24·0.5°/cos² 45°)²) with 0.5° = 0.00873.
  await expect(dialog.getByRole('status')).toHaveText('25.60 m, ± 0.46 m');
  await dialog.getByLabel('How', { exact: true }).selectOption('A test picture');
  await dialog.getByLabel('The known object').fill('2.1');
  await dialog.getByLabel('Its height in the picture').fill('300');
  await dialog.getByLabel('Height of the whole in the picture').fill('4200');
  await expect(dialog.getByRole('status')).toContainText('29.40 m, ±');
  await dialog.getByRole('button', { name: 'Use it' }).click();
  await expect(field(page, 'Height')).toHaveValue('29.40');
});

test('a massing model is imported, scaled by one known length, drawn and saved; other files are refused with the reason', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, /44 × 33 back/);
  await step(page, 'Position');
  await page.getByLabel('Subject', { exact: true }).selectOption('Massing model from a file');
  const dialog = page.getByRole('dialog', { name: 'Massing model from a file' });
  const give = (name: string, content: string | Buffer) =>
    dialog.getByLabel('File of the model').setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(content) });
  const alert = dialog.getByRole('alert');
  await give('notes.txt', 'hello');
  await expect(alert).toHaveText('notes.txt is neither glTF (.gltf, .glb) nor OBJ (.obj).');
  await give('wrong.obj', 'this is a letter');
  await expect(alert).toContainText('it is not an OBJ file');
  await give('cut.glb', Buffer.from([0x67, 0x6c, 0x54, 0x46, 2, 0, 0, 0, 200, 0, 0, 0, 180, 0, 0, 0, 0x4a, 0x53, 0x4f, 0x4e, 0x7b]));
  await expect(alert).toContainText('it was cut short');
  await give(
    'linked.gltf',
    JSON.stringify({ asset: { version: '2.0' }, buffers: [{ byteLength: 36, uri: 'https://elsewhere.example/a.bin' }] }),
  );
  await expect(alert).toContainText('refers to another file');
  await give('nan.obj', 'v 0 0 0\nv 1 0 0\nv 0 x 0\nf 1 2 3\n');
  await expect(alert).toContainText('not three finite numbers');
  const many = new BoxGeometry(2, 5, 3, 40, 40, 1);
  await give('fine.obj', new OBJExporter().parse(new Mesh(many)));
  await expect(alert).toContainText('The model has 6720 triangles; a massing model may have at most 4000.');
  // A shed by a general 3D package, and glTF with its data embedded, by hand.
  await give('shed.obj', new OBJExporter().parse(new ThreeScene().add(new Mesh(new BoxGeometry(2, 5, 3)))));
  await expect(dialog.getByText('12 triangles. In units of the file it is 2.000 wide, 5.000 high, 3.000 deep.')).toBeVisible();
  const corners = Buffer.from(new Float32Array([0, 0, 0, 4, 0, 0, 0, 8, 0, 0, 0, 2]).buffer);
  const faces = Buffer.from(new Uint16Array([0, 1, 2, 0, 2, 3]).buffer);
  const gltf = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, scale: [2, 2, 2] }],
    materials: [{}],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1, material: 0 }] }],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 4, type: 'VEC3', min: [0, 0, 0], max: [4, 8, 2] },
      { bufferView: 1, componentType: 5123, count: 6, type: 'SCALAR' },
    ],
    bufferViews: [
      { buffer: 0, byteLength: 48 },
      { buffer: 1, byteLength: 12 },
    ],
    buffers: [corners, faces].map((data) => ({
      byteLength: data.length,
      uri: `data:application/octet-stream;base64,${data.toString('base64')}`,
    })),
  };
  await give('hall.gltf', JSON.stringify(gltf));
  await expect(dialog.getByText('2 triangles. In units of the file it is 8.000 wide, 16.0 high, 4.000 deep.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Use it' })).toBeDisabled();
  await dialog.getByLabel('Known length in metres').fill('-3');
  await expect(dialog.getByText('“-3” is not a length; enter metres, more than 0.')).toBeVisible();
  await dialog.getByLabel('Known length in metres').fill('12');
  await dialog.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByText('hall.gltf: 6.00 m wide, 12.00 m high, 3.00 m deep, 2 triangles.')).toBeVisible();
  await step(page, 'Frame');
  await expect(page.getByTestId('finder')).toHaveAttribute('data-samples', /[1-9]/);
  const settings = await stored(page);
  expect(settings.scene?.subject.kind).toBe('model');
  await page.reload();
  await step(page, 'Position');
  await expect(page.getByText('hall.gltf: 6.00 m wide')).toBeVisible();
});

test('rise is compared with pitch and software; converging on purpose holds and is undone', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  await page.getByRole('button', { name: 'Rise, or pitch and correct?' }).click();
  const dialog = page.getByRole('dialog', { name: 'Rise, or pitch and correct?' });
  // a = 36·tan φ/2v with tan φ = 11/v, v = 24.024: 0.343; kept 1/(1 + a), across (1 + a)/(1 − a), along its square.
  await expect(dialog.getByRole('row', { name: /Pixels kept/ })).toContainText('74 % (33.8 Mpx)');
  await expect(dialog.getByRole('row', { name: /far edge/ })).toContainText('2.04 times across, 4.18 along');
  await expect(dialog).toContainText('A level lens that includes it without rise has 14.9 mm');
  expect(await dialog.getByTestId('finder-plain').count()).toBe(2);
  await page.keyboard.press('Escape');
  await type(page, 'Lean at the edge, on purpose', '2');
  await expect(check(page, 'level')).toContainText('Verticals converge as wanted');
  // tan φ = v·tan 2°/12.
  await expect(field(page, 'Pitch (up)')).toHaveValue('4.00');
  await page.getByRole('button', { name: 'Parallel again' }).click();
  await expect(field(page, 'Pitch (up)')).toHaveValue('0.00');
  await type(page, 'Lean at the edge, on purpose', '60');
  await expect(page.getByRole('alert')).toContainText('cannot be');
});

test('a crop says the pixels that remain and counts as the frame; the back is turned where its standard can', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  await page.getByLabel('Proportion that is kept').selectOption({ label: '3 : 1' });
  await expect(page.getByText('12.0 × 36.0 mm, 2752 × 8256 px, 22.7 Mpx')).toBeVisible();
  await expect(page.getByTestId('cut')).toBeVisible();
  await step(page, 'Coverage');
  // 12 × 36 in the circle of 61.06 at f/8: √(30.53² − 6²) − 18 = 11.93, less 11.
  await expect(check(page, 'sharpCircle')).toContainText('0.9 mm from its edge; 0.9 mm more rise would reach it');
  await page.goto(gangway.url);
  await page.getByRole('link', { name: /Slipway/ }).click();
  await step(page, 'Frame');
  await still(page);
  await type(page, 'Rear tilt', '4');
  await still(page);
  // Turned about its base the back keeps the horizon about where it was, so that the whole subject stays in the frame.
  await expect(check(page, 'inFrame')).toHaveAttribute('data-state', 'passes');
  expect((await stored(page)).rear).toEqual({ tiltDeg: 4, swingDeg: 0 });
  await type(page, 'Rear tilt', '40');
  await expect(page.getByRole('alert')).toHaveText('Rear tilt 40.0° is beyond the rear standard: it goes 15.0° either way.');
});

test('things are picked and measured, level and plumb are drawn, a light source is found and shaded', async ({ page, gangway }) => {
  await openFinder(page, gangway);
  const picture = page.getByRole('application', { name: /Picture in the Finder/ });
  const box = await picture.boundingBox();
  if (!box) throw new Error('no picture');
  const press = (x: number, y: number) => page.mouse.click(box.x + box.width * x, box.y + box.height * y);
  await press(0.5, 0.5);
  // The middle of the picture is 11 mm of rise up: 1.6 + 24·11/24.024.
  await expect(picture.locator('..').locator('..').getByRole('status')).toContainText('12.');
  await press(0.5, 0.3);
  // A fifth of 36 mm lies between them, on a wall 24 m off: 7.2·24/24.024 m.
  const measure = page.getByRole('status').filter({ hasText: 'between them' });
  await expect(measure).toContainText('7.1');
  await expect(measure).toContainText('7.20 mm on the sensor, 1651 px');
  await page.getByRole('button', { name: 'Clear measurement' }).click();
  await overlays(page, (list) => list.getByLabel('level, plumb').check());
  await expect(page.getByTestId('true-lines')).toBeAttached();
  await step(page, 'Position');
  await page.getByLabel('The sun or a lamp is near the picture').check();
  await expect(check(page, 'flare')).toHaveAttribute('data-state', 'fails');
  await check(page, 'flare').getByRole('button', { name: 'shade the lens' }).click();
  await expect(check(page, 'flare')).toHaveAttribute('data-state', 'passes');
  await expect(page.getByLabel('shaded by a hand, a flag or a hood')).toBeChecked();
});

test('cautions are dismissed for the job, on every setup of it, and restored', async ({ page, gangway }) => {
  await openSetup(page, gangway, /small format/);
  await step(page, 'Position');
  const mind = page.getByRole('region', { name: 'Cautions' });
  await expect(mind.getByText(/watch the edge behind you/)).toBeVisible();
  await mind.getByRole('button', { name: /Dismiss for this job: Quays/ }).click();
  await expect(mind.getByText(/watch the edge behind you/)).toBeHidden();
  await page.goto(gangway.url);
  await page.getByRole('link', { name: /Ropewalk/ }).click();
  await step(page, 'Position');
  await expect(mind.getByText(/One caution is dismissed/)).toBeVisible();
  await mind.getByRole('button', { name: /show again/ }).click();
  await expect(mind.getByText(/watch the edge behind you/)).toBeVisible();
});

test('a length is typed in any unit, and distances are shown in feet and inches where that is chosen', async ({ page, gangway }) => {
  await openSetup(page, gangway, /Hydraulic tower, small format/);
  await step(page, 'Position');
  const distance = page.getByRole('textbox', { name: 'Distance', exact: true });
  await distance.fill('80 ft');
  await distance.press('Enter');
  await expect(distance).toHaveValue('24.38');
  await distance.fill('80 furlongs');
  await distance.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('Distance: “80 furlongs” is not a length; enter one like 24.38, 3.8 m or 12 ft 6.');
  await distance.press('Escape');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();

  await page.getByRole('button', { name: 'Distances in feet and inches' }).click();
  await expect(distance).toHaveValue('80 ft');
  await expect(page.getByRole('textbox', { name: 'Rise' }).first()).toHaveValue('11.0');
  await distance.fill('12 ft 6');
  await distance.press('Enter');
  await expect(distance).toHaveValue('12 ft 6 in');
  await distance.fill('82');
  await distance.press('Enter');
  await expect(distance).toHaveValue('82 ft');
  await expect(page.locator('[data-check=inFrame]')).toContainText(/away|beyond|frame/);
  await expect(page.getByText(/With full rise the top is in the frame from \d+ ft/)).toBeVisible();
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  // A guide number is in metres wherever it is typed; the way to the subject is a distance like any other.
  await page.getByRole('radio', { name: 'Expose', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Flash', exact: true }).check();
  await page.getByLabel('Flash reading').selectOption('guide');
  await type(page, 'Guide number', '36');
  await type(page, 'Flash to subject', '9 ft 10');
  await expect(field(page, 'Guide number')).toHaveValue('36');
  await type(page, 'Guide number', '40');
  await expect(field(page, 'Guide number')).toHaveValue('40');
  await expect(field(page, 'Flash to subject')).toHaveValue('9 ft 10 in');
  // A plain number is in feet from the first, as where it is shown.
  await type(page, 'Flash to subject', '3');
  await expect(field(page, 'Flash to subject')).toHaveValue('3 ft');
  await page.getByRole('link', { name: 'Larkmoor Ropeworks' }).click();
  await expect(page.getByText('at 82 ft').first()).toBeVisible();
});

test('the steps Position and Frame are accessible, at the desk and on a phone', async ({
  page,
  gangway,
}: {
  page: Page;
  gangway: Gangway;
}) => {
  await openSetup(page, gangway, /Hemp loft/);
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    for (const name of ['Position', 'Frame'] as const) {
      await step(page, name);
      await expect(page.getByRole('region', { name: name === 'Position' ? 'Subject and place' : 'Frame', exact: true })).toBeVisible();
      expect(await violations(page)).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    }
  }
});
