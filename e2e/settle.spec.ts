import type { Page } from '@playwright/test';
import type { SetupSettings } from '@gangway/core/model/setup';
import { violations } from './accessible';
import { expect, openSetup, saved, stored, test, undoLast } from './gangway';

const TOWER = /small format/;
const verdict = (page: Page) => page.getByTestId('verdict');
const rise = (page: Page) => page.getByRole('textbox', { name: 'Rise' });
const solutions = (page: Page) => page.getByRole('list', { name: 'Solutions' }).getByRole('button');

test('Settle finds a setting at which every check passes; hovering shows it, a click sets it, Ctrl+Z takes it back', async ({
  page,
  gangway,
}) => {
  await openSetup(page, gangway, TOWER);
  await expect(verdict(page)).toHaveText('2 checks fail');
  // The setup rests: that there is a way is said without being asked.
  await expect(page.getByText('1 way to pass every check')).toBeVisible();
  await page.keyboard.press('s');
  const first = solutions(page).first();
  await expect(first).toContainText('11.5 mm of rise');
  await expect(first).toContainText('f/11');
  await first.hover();
  await expect(page.getByText('Preview', { exact: true })).toBeVisible();
  await expect(rise(page)).toHaveValue('11.5');
  // The checks are still those of the setup as it is.
  await expect(verdict(page)).toHaveText('2 checks fail');
  await expect(page.getByRole('textbox', { name: 'f/' })).toHaveValue('11');
  // A list that is closed under the mouse takes its preview along.
  await page.keyboard.press('s');
  await expect(rise(page)).toHaveValue('11.0');
  await expect(page.getByRole('textbox', { name: 'f/' })).toHaveValue('8');
  await page.keyboard.press('s');
  await page.mouse.move(5, 700);
  await expect(rise(page)).toHaveValue('11.0');
  await first.click();
  await expect(rise(page)).toHaveValue('11.5');
  await expect(page.getByRole('textbox', { name: 'f/' })).toHaveValue('11');
  await expect(verdict(page)).toContainText('Tight:');
  await expect(page.getByRole('button', { name: 'Settle', exact: true })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(rise(page)).toHaveValue('11.0');
  await expect(verdict(page)).toHaveText('2 checks fail');
  await page.keyboard.press('Control+Shift+z');
  await saved(page);
  expect(await stored(page)).toMatchObject({ fNumber: 11, movements: { riseMm: 11.5, shiftMm: 0 } });
});

/** The tower 22 m high from 18 m with all its rise, in landscape. */
async function lowTower(page: Page, url: string): Promise<void> {
  const jobs = (await (await page.request.get(`${url}/api/jobs`)).json()) as { id: string }[];
  const job = (await (await page.request.get(`${url}/api/jobs/${jobs[0]?.id ?? ''}`)).json()) as {
    setups: { id: string; name: string; version: number; settings: SetupSettings }[];
  };
  const tower = job.setups.find(({ name }) => TOWER.test(name));
  if (!tower?.settings.scene) throw new Error('no tower');
  const { scene } = tower.settings;
  const put = await page.request.put(`${url}/api/setups/${tower.id}`, {
    data: {
      version: tower.version,
      writeId: crypto.randomUUID(),
      name: tower.name,
      settings: {
        ...tower.settings,
        orientation: 'landscape',
        movements: { riseMm: 12, shiftMm: 0 },
        focusM: 18,
        scene: { ...scene, distanceM: 18, subject: { ...scene.subject, heightM: 22 } },
      },
    },
  });
  expect(put.ok()).toBe(true);
}

test('a tower that landscape cannot hold is taken in portrait; with that locked it says why, and what would work', async ({
  page,
  gangway,
}) => {
  await lowTower(page, gangway.url);
  await openSetup(page, gangway, TOWER);
  await page.getByRole('button', { name: 'Settle', exact: true }).click();
  await expect(solutions(page).first()).toContainText('The frame in portrait · 10.0 mm of rise');
  await page.getByRole('button', { name: 'What may change' }).click();
  const orientation = page.getByRole('combobox', { name: 'Orientation' });
  await orientation.selectOption('locked');
  await expect(page.getByText(/In landscape the subject is \d+\.\d mm taller than the frame\./u)).toBeVisible();
  await expect(page.getByText('Locked: orientation.')).toBeVisible();
  const would = page.getByRole('button', { name: /Use: The frame in portrait/u });
  await expect(would).toContainText('if this may change: orientation');
  // From farther away it works without turning the camera: a last resort.
  await expect(solutions(page).first()).toContainText('m away');
  expect(await violations(page)).toEqual([]);
  await would.click();
  await expect(verdict(page)).not.toContainText('fail');
  await saved(page);
  // A lock is kept with the setup.
  await page.reload();
  await expect(verdict(page)).toBeVisible();
  expect(await stored(page)).toMatchObject({ orientation: 'portrait', locks: { orientation: 'locked', movements: 'free' } });
});

test('all setups of a job are settled at once, and put back with one undo', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  const tower = page.getByRole('list', { name: 'Setups' }).getByRole('listitem').filter({ hasText: TOWER });
  await expect(tower).toContainText('2 checks fail');
  await page.getByRole('button', { name: 'Settle all' }).click();
  const dialog = page.getByRole('dialog', { name: 'Settle all' });
  await expect(dialog.getByRole('row')).toHaveCount(9);
  const apply = dialog.getByRole('button', { name: 'Apply to 8 setups' });
  await expect(apply).toBeEnabled({ timeout: 30_000 });
  await dialog.getByRole('checkbox', { name: /tilt 17/u }).uncheck();
  await dialog.getByRole('button', { name: 'Apply to 7 setups' }).click();
  await expect(dialog).toBeHidden();
  await expect(tower).toContainText('11.5 mm of rise');
  await expect(tower).toContainText('Tight:');
  const gauge = page.getByRole('list', { name: 'Setups' }).getByRole('listitem').filter({ hasText: 'Tide gauge' });
  await expect(gauge).toContainText('1 check fails');
  await undoLast(page);
  await expect(tower).toContainText('2 checks fail');
  await expect(tower).toContainText('11.0 mm of rise');
});
