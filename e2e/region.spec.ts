import { execFileSync } from 'node:child_process';
import { expect, saved, openSetup, stored, test } from './gangway';

test.use({ locale: 'de-DE' });

test('a browser set to German writes and reads decimal commas, and what is stored is a number', async ({ page, gangway }) => {
  await openSetup(page, gangway, /^Hydraulic tower, small/);
  const rise = page.getByRole('textbox', { name: 'Rise', exact: true });
  await expect(rise).toHaveValue('11,0');
  await rise.fill('9,4');
  await rise.press('Enter');
  await saved(page);
  expect((await stored(page)).movements.riseMm).toBe(9.4);
  await rise.fill('9.6');
  await rise.press('Enter');
  await expect(rise).toHaveValue('9,6');
  // The checks are sentences with the same comma, those of the solver's worker as well.
  const checks = page.getByRole('region', { name: 'Checks' });
  await expect(checks.getByText(/\d,\d mm/).first()).toBeVisible();
  await expect(checks.getByText(/\d\.\d mm/)).toHaveCount(0);
});

test('the printed card follows the browser that asks for it', async ({ page, gangway }) => {
  await openSetup(page, gangway, /^Hydraulic tower, small/);
  const id = new URL(page.url()).pathname.split('/').pop() ?? '';
  const card = async (region: string): Promise<string> => {
    const pdf = await page.request.get(`${gangway.url}/api/setups/${id}/card.pdf?size=a5`, { headers: { 'Accept-Language': region } });
    expect(pdf.ok()).toBe(true);
    return execFileSync('pdftotext', ['-', '-'], { input: await pdf.body(), encoding: 'utf8' });
  };
  expect(await card('de-DE')).toContain('by 0,9 mm');
  expect(await card('en-US')).toContain('by 0.9 mm');
});
