import { jobSchema, jobSummarySchema } from '@gangway/contract/job';
import { logSchema } from '@gangway/contract/log';
import type { Page } from '@playwright/test';
import { setupSchema } from '@gangway/contract/setup';
import { BoxGeometry, Mesh, Scene } from 'three';
import { OBJExporter } from 'three/examples/jsm/exporters/OBJExporter.js';
import { expect, openSetup, saved, test, type Gangway } from './gangway';

const TOWER = /^Hydraulic tower, small format/;

// What a person saw on the screen is with the server in the end, or waits and says so.

async function type(page: Page, name: string, value: string): Promise<void> {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.fill(value);
  await field.press('Enter');
}
const waiting = (page: Page) => page.locator('[data-waiting]');

/** The setup of an address of the bench as the server has it. */
async function stored(page: Page, address: string) {
  const { pathname, origin } = new URL(address);
  return setupSchema.parse(await (await page.request.get(`${origin}/api/setups/${pathname.split('/').pop() ?? ''}`)).json()).settings;
}

async function jobOf(gangway: Gangway) {
  const [summary] = jobSummarySchema.array().parse(await (await fetch(`${gangway.url}/api/jobs`)).json());
  return jobSchema.parse(await (await fetch(`${gangway.url}/api/jobs/${summary?.id ?? ''}`)).json());
}
const shotsOf = async (gangway: Gangway, jobId: string) =>
  logSchema.parse(await (await fetch(`${gangway.url}/api/jobs/${jobId}/log`)).json()).shots;

test('what is set while an answer takes its time, and the bench is left by a link, is saved', async ({ page, gangway }) => {
  await openSetup(page, gangway, TOWER);
  const address = page.url();
  await page.route('**/api/setups/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const sent = page.waitForRequest((request) => request.method() === 'PUT');
  await type(page, 'Rise', '6');
  await sent;
  await type(page, 'f/', '16');
  await page.getByRole('link', { name: 'Gangway' }).click();
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  // The list shows it before the server has it.
  await expect(page.getByRole('list', { name: 'Setups' }).getByRole('listitem').filter({ hasText: 'small format' })).toContainText(
    '6.0 mm of rise, no shift, f/16',
  );
  await expect.poll(async () => (await stored(page, address)).fNumber, { timeout: 15_000 }).toBe(16);
  expect((await stored(page, address)).movements.riseMm).toBe(6);
});

test.describe('while the server is away', () => {
  test.use({ allowErrors: /Failed to load resource|ERR_CONNECTION|dynamically imported module/ });

  test('edits, a shot and another setup are kept through links and a reload, listed, and arrive when it is back', async ({
    page,
    gangway,
  }) => {
    await openSetup(page, gangway, TOWER);
    const address = page.url();
    const { id: jobId } = await jobOf(gangway);
    await page.getByRole('radio', { name: 'Card', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Log a shot' })).toBeVisible();
    await gangway.kill();
    await page.getByRole('button', { name: 'Log a shot' }).click();
    await expect(page.getByText('1 logged here')).toBeVisible();
    await page.getByRole('radio', { name: 'Coverage', exact: true }).click();
    await type(page, 'Rise', '7');
    await type(page, 'f/', '16');
    await expect(page.locator('[data-saving=waiting]')).toContainText('Stored on this device');
    await page.getByRole('link', { name: 'Gangway' }).click();
    await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
    await expect(waiting(page)).toHaveText(/2 changes waiting/);
    // Back on the bench without a server: as it was left.
    await page.getByRole('link', { name: TOWER }).click();
    await expect(page.getByRole('textbox', { name: 'Rise', exact: true })).toHaveValue('7.0');
    await waiting(page).click();
    const list = page.getByRole('dialog', { name: 'Changes not saved yet' });
    await expect(list).toContainText('Gangway’s server is not answering.');
    await expect(list.getByRole('listitem')).toHaveText([/1 shot logged since/, /Setup “Hydraulic tower, small format” since/]);
    await page.keyboard.press('Escape');
    await gangway.start();
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Rise', exact: true })).toHaveValue('7.0');
    await saved(page);
    await expect(waiting(page)).toHaveCount(0);
    const settings = await stored(page, address);
    expect([settings.movements.riseMm, settings.fNumber]).toEqual([7, 16]);
    expect(await shotsOf(gangway, jobId)).toHaveLength(1);
  });

  test('what one tab could not send, another one sends', async ({ page, gangway, context }) => {
    await openSetup(page, gangway, TOWER);
    const address = page.url();
    await gangway.kill();
    await type(page, 'Rise', '4');
    await expect(page.locator('[data-saving=waiting]')).toBeVisible();
    await page.close();
    await gangway.start();
    const other = await context.newPage();
    await other.goto(`${gangway.url}/kit/rigs`);
    await expect(other.getByRole('heading', { level: 1 })).toBeVisible();
    await expect.poll(async () => (await stored(other, address)).movements.riseMm).toBe(4);
  });

  test('a step that is not loaded yet says so in its own place, keeps the bench, and loads when the server is back', async ({
    page,
    gangway,
  }) => {
    // Nothing is fetched in advance here.
    await page.addInitScript(() => Object.assign(window, { requestIdleCallback: () => 0 }));
    await openSetup(page, gangway, TOWER);
    await type(page, 'Rise', '8');
    await saved(page);
    await gangway.kill();
    await page.getByRole('radio', { name: 'Stitch', exact: true }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'could not be loaded' }).first()).toBeVisible();
    await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();
    await gangway.start();
    // Several parts are missing; one press tries all of them.
    await expect.poll(() => page.getByRole('button', { name: 'Try again' }).count()).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Try again' }).first().click();
    await expect(page.getByRole('heading', { name: 'What it is for' })).toBeVisible();
    await expect(page.getByRole('alert').filter({ hasText: 'could not be loaded' })).toHaveCount(0);
  });

  test('every step is there without it once the page has been idle', async ({ page, gangway }) => {
    await openSetup(page, gangway, TOWER);
    // Until nothing more is fetched.
    let before = -1;
    for (let n = 0; n !== before;) {
      before = n;
      await page.waitForTimeout(4000);
      n = await page.evaluate(() => performance.getEntriesByType('resource').length);
    }
    await gangway.kill();
    for (const name of ['Position', 'Frame', 'Focus', 'Stitch', 'Expose', 'Card']) {
      await page.getByRole('radio', { name, exact: true }).click();
      await page.waitForTimeout(300);
      await expect(page.getByRole('alert').filter({ hasText: 'could not be loaded' })).toHaveCount(0);
    }
    await gangway.start();
  });
});

test.describe('a change that the server does not take', () => {
  test.use({ allowErrors: /status of (400|409|413|500)/ });

  test('is larger than 64 KiB, a massing model of two thousand corners: it arrives all the same', async ({ page, gangway }) => {
    await openSetup(page, gangway, TOWER);
    const address = page.url();
    await page.getByRole('radio', { name: 'Position', exact: true }).click();
    await page.getByLabel('Subject', { exact: true }).selectOption('Massing model from a file');
    const dialog = page.getByRole('dialog', { name: 'Massing model from a file' });
    const content = new OBJExporter().parse(new Scene().add(new Mesh(new BoxGeometry(2, 5, 3, 30, 30, 1))));
    await dialog
      .getByLabel('File of the model')
      .setInputFiles({ name: 'shed.obj', mimeType: 'application/octet-stream', buffer: Buffer.from(content) });
    await dialog.getByLabel('Known length in metres').fill('5');
    await dialog.getByRole('button', { name: 'Use it' }).click();
    await saved(page);
    const { scene } = await stored(page, address);
    expect(JSON.stringify(scene).length).toBeGreaterThan(65_536);
  });

  test('cannot be processed: the reason is shown, the change is kept, and sent again when asked', async ({ page, gangway }) => {
    await openSetup(page, gangway, TOWER);
    const address = page.url();
    let failing = true;
    await page.route('**/api/setups/*', (route) =>
      failing && route.request().method() === 'PUT'
        ? route.fulfill({
            status: 500,
            contentType: 'application/json',
            body: JSON.stringify({ error: { code: 'unexpected', message: 'Something went wrong.', path: [] } }),
          })
        : route.continue(),
    );
    await type(page, 'Rise', '5');
    await expect(page.locator('[data-saving=refused]')).toContainText('Something went wrong.', { timeout: 30_000 });
    await waiting(page).click();
    const list = page.getByRole('dialog', { name: 'Changes not saved yet' });
    await expect(list.getByRole('listitem')).toContainText('The server could not process this change: Something went wrong.');
    failing = false;
    await list.getByRole('button', { name: 'Try again' }).click();
    await expect(list).toContainText('Everything is saved.');
    expect((await stored(page, address)).movements.riseMm).toBe(5);
  });

  test('was made elsewhere too: each difference has its choice, and what only one side changed is chosen', async ({
    page,
    gangway,
    context,
  }) => {
    await openSetup(page, gangway, TOWER);
    const address = page.url();
    const second = await context.newPage();
    await second.goto(address);
    await expect(second.getByRole('textbox', { name: 'Rise', exact: true })).toHaveValue('11.0');
    await type(page, 'Rise', '7');
    await type(page, 'f/', '16');
    await saved(page);
    await type(second, 'Rise', '3');
    await second.getByRole('button', { name: 'Choose for each…' }).click();
    const choice = second.getByRole('dialog', { name: 'Which values to keep' });
    await expect(choice.getByRole('row')).toHaveText([/Before.*Here.*There/, /Rise.*11 mm.*3 mm.*7 mm/, /Aperture.*f\/8.*f\/8.*f\/16/]);
    await expect(choice.getByRole('radio', { name: 'Aperture: There, f/16' })).toBeChecked();
    await expect(choice.getByRole('button', { name: 'Save what I chose' })).toBeDisabled();
    await choice.getByRole('radio', { name: 'Rise: Here, 3 mm' }).check();
    await choice.getByRole('button', { name: 'Save what I chose' }).click();
    await saved(second);
    const settings = await stored(second, address);
    expect([settings.movements.riseMm, settings.fNumber]).toEqual([3, 16]);
    await expect(second.getByRole('textbox', { name: 'f/' })).toHaveValue('16');
  });
});

test('a device without room says so at once, and sends what is changed all the same', async ({ page, gangway }) => {
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
  });
  await openSetup(page, gangway, TOWER);
  const address = page.url();
  await type(page, 'Rise', '9');
  await expect(waiting(page)).toHaveText(/Not stored on this device/);
  await expect.poll(async () => (await stored(page, address)).movements.riseMm).toBe(9);
});
