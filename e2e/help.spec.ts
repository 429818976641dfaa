import type { Page } from '@playwright/test';
import { expect, openSetup, test } from './gangway';

/** The names of the fields of a step, each shown and focused in turn, of which no help is shown. */
async function withoutHelp(page: Page): Promise<readonly string[]> {
  await page.evaluate(() => {
    for (const part of document.querySelectorAll('details')) part.open = true;
  });
  const missing: string[] = [];
  const fields = await page.locator('main input:not([type=file]):not([type=checkbox]), main select').all();
  expect(fields.length).toBeGreaterThan(2);
  for (const field of fields) {
    if (!(await field.isVisible())) continue;
    await field.focus();
    const shown = await expect
      .poll(() => page.getByTestId('field-help').count(), { timeout: 1000 })
      .toBe(1)
      .then(
        () => true,
        () => false,
      );
    if (!shown)
      missing.push(
        await field.evaluate((each) => each.getAttribute('aria-label') ?? (each as HTMLInputElement).labels?.[0]?.textContent ?? '?'),
      );
  }
  return missing;
}

const STEPS = ['Position', 'Frame', 'Coverage', 'Focus', 'Stitch', 'Expose'] as const;

for (const setup of [/small format/, /Slipway/, /Tide gauge/])
  test(`every field of ${String(setup)} says what it is for while it is in use`, async ({ page, gangway }) => {
    await openSetup(page, gangway, setup);
    // The first field fetches what shows help.
    await page.getByRole('textbox', { name: 'Focus', exact: true }).focus();
    await expect(page.getByTestId('field-help')).toContainText('The distance in focus');
    for (const name of STEPS) {
      await page.getByRole('radio', { name, exact: true }).click();
      await expect(page.getByRole('radio', { name, exact: true })).toBeChecked();
      if (name === 'Expose') await page.getByLabel('Meter reading').selectOption('pair');
      await expect.poll(() => withoutHelp(page), { timeout: 60_000 }).toEqual([]);
    }
  });

test('help at fields can be hidden, stays hidden on this device, and comes back by the palette', async ({ page, gangway }) => {
  await openSetup(page, gangway, /small format/);
  const field = page.getByRole('textbox', { name: 'Focus', exact: true });
  const help = page.getByTestId('field-help');
  await field.focus();
  await help.getByRole('button', { name: 'Hide help at fields' }).click();
  await expect(help).toHaveCount(0);
  await page.reload();
  await field.focus();
  await page.getByRole('textbox', { name: 'Rise' }).focus();
  await expect(help).toHaveCount(0);
  await page.getByRole('button', { name: /^Search/ }).click();
  await page.keyboard.type('Show help');
  await page.getByRole('option', { name: 'Show help at fields' }).click();
  await field.focus();
  await expect(help).toContainText('Type ∞ for infinity.');
});
