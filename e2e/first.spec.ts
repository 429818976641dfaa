import { violations } from './accessible';
import { expect, test } from './gangway';

test('four steps lead to a first setup of one’s own, settled, and say what it relies on', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await page.getByRole('link', { name: 'Begin' }).click();
  await expect(page.getByRole('group', { name: 'What do you shoot?' })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('radio', { name: /^Landscape/ }).check();
  await page.getByRole('button', { name: 'Next' }).click();

  // What is known of the lens is entered; a refusal says what is allowed, and leaves the rest.
  await expect(page.getByRole('group', { name: 'Which rig?' })).toBeVisible();
  await page.getByRole('radio', { name: /^4 × 5 in field camera with a field wide/ }).check();
  const focal = page.getByRole('textbox', { name: 'Focal length' });
  await focal.fill('0');
  await focal.press('Enter');
  await expect(page.getByText('Focal length must be a number from 1 to 5000 mm.')).toBeVisible();
  await focal.fill('75');
  await focal.press('Enter');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Next' }).click();

  await page.getByRole('radio', { name: 'Ground with stakes' }).check();
  await page.getByRole('textbox', { name: 'Distance' }).fill('2.5');
  await page.getByRole('textbox', { name: 'Distance' }).press('Enter');
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Next' }).click();

  // The simplest way is chosen already; with it every check passes.
  const ways = page.getByRole('button', { name: /^Use: / });
  await expect(ways.first()).toBeVisible({ timeout: 20_000 });
  await expect(page.getByTestId('first-verdict')).toHaveText(/Ready, based on typical values|Tight/);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Distance' })).toHaveValue('2.50');
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(ways.first()).toBeVisible({ timeout: 20_000 });
  await page.getByRole('textbox', { name: 'Name of the setup' }).fill('Beach at dawn');
  // What was typed is there again after going back.
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the setup' })).toHaveValue('Beach at dawn');
  await expect(ways.first()).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Open on the bench' }).click();

  await expect(page.getByRole('link', { name: 'First job' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Beach at dawn' })).toBeVisible();
  await expect(page.getByTestId('verdict')).toHaveText(/Ready, based on typical values|Tight/);
  await expect(page.locator('[data-saving=saved]')).toBeVisible();

  // A check that relies on a typical value says so, and takes one’s own.
  await page.getByText(/checks pass$/).click();
  const circle = page.locator('[data-check=imageCircle]');
  await expect(circle.locator('[data-typical]')).toContainText('Image circle');
  await expect(circle.locator('[data-typical]')).not.toContainText('Focal length');
  await circle.locator('[data-typical]').getByRole('button', { name: 'Image circle' }).click();
  const sheet = page.getByRole('dialog', { name: /Field wide/ });
  await expect(sheet.getByRole('textbox', { name: 'Image circle, mm' })).toBeFocused();
  await sheet.getByRole('textbox', { name: 'Image circle, mm' }).fill('236');
  await sheet.getByRole('button', { name: 'Save specs' }).click();
  await expect(circle.locator('[data-typical]').getByRole('button', { name: 'Image circle' })).toHaveCount(0);

  // Once taken, the first steps are a line among the jobs, and can be taken again.
  await page.getByRole('link', { name: 'First job' }).click();
  await expect(page.getByRole('link', { name: 'Begin' })).toHaveCount(0);
  await page.getByRole('navigation', { name: 'Jobs' }).getByRole('link', { name: 'First steps' }).click();
  await expect(page.getByText('Step 1 of 4')).toBeVisible();
  await page.getByRole('link', { name: 'Skip to the jobs' }).click();
  await expect(page.getByRole('link', { name: /First job/ })).toBeVisible();
});

test('an item of a class comes with typical values, which are confirmed or typed over', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: 'From a class' }).click();
  await page.getByRole('menuitem', { name: 'Field normal for 4 × 5, 150 mm' }).click();
  const row = page.getByRole('row', { name: /Field normal for 4 × 5/ });
  await expect(row).toContainText('typical values');
  await row.getByRole('button', { name: 'Field normal for 4 × 5, 150 mm', exact: true }).click();
  const sheet = page.getByRole('dialog', { name: /Field normal/ });
  expect(await violations(page)).toEqual([]);
  await sheet.getByRole('button', { name: 'Confirm Focal length', exact: true }).click();
  await sheet.getByRole('textbox', { name: 'Image circle, mm' }).fill('215');
  await sheet.getByRole('button', { name: 'Save specs' }).click();
  await row.getByRole('button', { name: 'Field normal for 4 × 5, 150 mm', exact: true }).click();
  await expect(sheet.getByRole('button', { name: 'Confirm Focal length', exact: true })).toHaveCount(0);
  await expect(sheet.getByRole('button', { name: 'Confirm Image circle', exact: true })).toHaveCount(0);
  await sheet.getByRole('button', { name: 'Confirm all' }).click();
  await sheet.getByRole('button', { name: 'Save specs' }).click();
  await expect(row).not.toContainText('typical values');

  // A new lens is asked for four values first.
  await page.getByRole('button', { name: 'New', exact: true }).click();
  const fresh = page.getByRole('dialog', { name: 'Lens' });
  await expect(fresh.getByRole('textbox', { name: 'Image circle, mm' })).toBeVisible();
  await expect(fresh.getByLabel('Flange focal length, mm')).toBeHidden();
  await fresh.getByText(/^More values/).click();
  await expect(fresh.getByLabel('Mounting')).toBeVisible();
  await page.keyboard.press('Escape');

  // A usual rig is built with its items in one step.
  await page.goto(`${gangway.url}/kit/rigs`);
  await page.getByRole('button', { name: 'A usual rig' }).click();
  await page.getByRole('menuitem', { name: 'Small-format body on a bellows rail' }).click();
  await expect(page.getByText('Close-up lens for a rail, 105 mm').first()).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('link', { name: 'Rigs' }).first().click();
  await expect(page.getByRole('link', { name: 'Small-format body on a bellows rail' })).toHaveCount(0);
});
