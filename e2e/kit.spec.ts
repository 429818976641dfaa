import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { unzipSync, strFromU8 } from 'fflate';
import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import { kitFileSchema } from '@gangway/contract/kit';
import { KIND_NAMES } from '@gangway/core/kit/item';
import { partsOf, PLACES, RIG_KINDS, type Place } from '@gangway/core/rig/parts';
import { expect, follow, test } from './gangway';
import { violations } from './accessible';
import { verdictSentence, verdictsOf } from '@gangway/core/rig/verdicts/verdicts';

const items = new Map(DEMO_ITEMS.map((item) => [item.id, item]));
const check = (page: Page, kind: string): Locator => page.locator(`[data-check=${kind}]`);
const SMALL_RIG = 'Small body with 24 mm shift wide';

async function openRig(page: Page, url: string, name: string): Promise<void> {
  await page.goto(`${url}/kit/rigs`);
  await page.getByRole('link', { name, exact: true }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
}

/** The bytes of what a click downloads, with the name it would be saved under. */
async function downloaded(page: Page, click: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const [download] = await Promise.all([page.waitForEvent('download'), click()]);
  return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
}

test('the kit is reached from every page and opens on its rigs', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await page.getByRole('link', { name: 'Kit' }).click();
  await expect(page.getByRole('heading', { name: 'Rigs' })).toBeVisible();
  await expect(page.getByRole('main').getByRole('listitem')).toHaveCount(DEMO_RIGS.length);
});

/** Builds a rig like a demo rig along the chain, and looks at what is said of it. */
async function buildByHand(page: Page, { plan }: (typeof DEMO_RIGS)[number]): Promise<void> {
  await follow(page, '/kit/rigs');
  await page.getByRole('button', { name: 'New rig', exact: true }).click();
  await expect(page.getByText(/^Unfinished\. Choose/)).toBeVisible();
  await page.getByLabel('Kind of rig').selectOption(RIG_KINDS[plan.kind]);
  const chosen: Readonly<Record<Place, readonly (string | null)[]>> = {
    back: [plan.backId],
    between: plan.betweenIds,
    camera: [plan.cameraId],
    board: [plan.boardId],
    lens: [plan.lensId],
    front: plan.frontIds,
  };
  const chain = page.getByRole('list', { name: 'Chain from the back to the front' });
  for (const place of PLACES[plan.kind]) {
    for (const id of chosen[place]) {
      const name = items.get(id ?? '')?.name ?? '';
      if (place === 'between') await chain.getByRole('button', { name: 'adapter or converter' }).click();
      else await chain.locator(`[data-place=${place}]`).getByRole('button').first().click();
      const dialog = page.getByRole('dialog');
      // What is on the way to the finished chain is always on offer; along the chain it fits, but for a lens before its board.
      await dialog.getByRole('button', { name: new RegExp(`^${name.replace(/[.×+()]/gu, '.')}`) }).click();
      await expect(chain.getByRole('button', { name, exact: true })).toBeVisible();
    }
  }
  const parts = partsOf(plan, items);
  if ('open' in parts) throw new Error('the demo rig is unfinished');
  for (const verdict of verdictsOf(parts)) {
    await expect(check(page, verdict.kind)).toHaveAttribute('data-state', verdict.state);
    await expect(check(page, verdict.kind)).toContainText(verdictSentence(verdict));
  }
  await expect(page.getByRole('img', { name: /^Side view to scale/ })).toBeVisible();
  // Every choice was kept: the same rig after a reload.
  await page.reload();
  await expect(check(page, 'infinity')).toBeVisible();
}

// Two tests, which run beside each other.
for (const half of [0, 1]) {
  const rigs = DEMO_RIGS.filter((_, i) => i % 2 === half);
  test(`built by hand along the chain: ${rigs.map(({ name }) => name).join('; ')}`, async ({ page, gangway }) => {
    test.slow();
    await page.goto(`${gangway.url}/kit/rigs`);
    for (const rig of rigs) await buildByHand(page, rig);
  });
}

test('choices made faster than they are saved are all saved', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/rigs`);
  await page.getByRole('button', { name: 'New rig' }).click();
  await expect(page.getByText(/^Unfinished\. Choose/)).toBeVisible();
  // A server that takes its time: the second choice comes before the first is kept.
  await page.route('**/api/kit/changes', async (route) => {
    await new Promise((done) => setTimeout(done, 1200));
    await route.continue();
  });
  for (const [place, name] of [
    ['back', /^36 × 24 body/],
    ['lens', /^50 mm reflex normal/],
  ] as const) {
    await page.locator(`[data-place=${place}]`).getByRole('button').first().click();
    await page.getByRole('dialog').getByRole('button', { name }).click();
  }
  const answers = [await page.waitForResponse('**/api/kit/changes'), await page.waitForResponse('**/api/kit/changes')];
  expect(answers.map((answer) => answer.status())).toEqual([200, 200]);
  await page.reload();
  const chain = page.getByRole('list', { name: 'Chain from the back to the front' });
  await expect(chain.getByRole('button', { name: '36 × 24 body', exact: true })).toBeVisible();
  await expect(chain.getByRole('button', { name: '50 mm reflex normal', exact: true })).toBeVisible();
});

test('what does not fit says why, and a fix that the kit has is one click away and undone', async ({ page, gangway }) => {
  await openRig(page, gangway.url, '44 × 33 back with 90 mm field wide');
  await page.locator('[data-place=board]').getByRole('button').first().click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('region', { name: 'Fits', exact: true }).getByRole('button')).toHaveText([
    'Recessed field board 22 mm, shutter 0',
  ]);
  const flat = dialog.getByRole('region', { name: 'Does not fit this chain' }).getByRole('button', { name: /Flat field board/ });
  await expect(flat).toContainText('Infinity needs the standards 65.5 mm apart; the bellows close only to 72.0 mm');
  await flat.click();
  await expect(check(page, 'infinity')).toHaveAttribute('data-state', 'fails');
  await expect(check(page, 'infinity')).toContainText('A board recessed by at least 6.5 mm more would reach infinity.');
  await check(page, 'infinity').getByRole('button', { name: 'Recessed field board 22 mm' }).click();
  await expect(check(page, 'infinity')).toHaveAttribute('data-state', 'passes');
  await page.keyboard.press('Control+z');
  await expect(check(page, 'infinity')).toHaveAttribute('data-state', 'fails');
  await page.keyboard.press('Control+z');
  await expect(check(page, 'infinity')).toHaveAttribute('data-state', 'passes');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
  await page.getByRole('button', { name: 'Redo: 44 × 33 back with 90 mm field wide: Flat field board, shutter 0' }).click();
  await expect(check(page, 'infinity')).toHaveAttribute('data-state', 'fails');
});

test('a mechanism that is too thick says so, with the values', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/rigs`);
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.locator('[data-place=back]').getByRole('button').first().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^36 × 24 body/ })
    .click();
  await page.locator('[data-place=lens]').getByRole('button').first().click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^50 mm reflex normal/ })
    .click();
  await page.getByRole('button', { name: 'adapter or converter' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: /^Shift mechanism, reflex/ })).toContainText(
    'Needs 26.5 mm between flanges; Shift mechanism, reflex is 32.0 mm thick.',
  );
});

test('an unknown value is asked for where it is missing, and entered there', async ({ page, gangway }) => {
  await openRig(page, gangway.url, SMALL_RIG);
  await page.getByRole('button', { name: 'Specs of 36 × 24 body' }).click();
  const body = page.getByRole('dialog', { name: '36 × 24 body' });
  await body.getByLabel('Clear opening of the throat').fill('');
  await body.getByRole('button', { name: 'Save specs' }).click();
  await expect(check(page, 'throat')).toHaveAttribute('data-state', 'unknown');
  await expect(check(page, 'throat')).toContainText('Measure the narrowest opening behind the mount with a calliper');
  await check(page, 'throat').getByRole('button', { name: 'Clear opening of the throat of 36 × 24 body' }).click();
  await expect(body.getByLabel('Clear opening of the throat')).toBeFocused();
  await body.getByLabel('Clear opening of the throat').fill('lots');
  await body.getByRole('button', { name: 'Save specs' }).click();
  await expect(body.getByRole('alert').first()).toHaveText(
    'Clear opening of the throat: “lots” is not a number; it must be one from 1 to 400 mm, or empty.',
  );
  await body.getByLabel('Clear opening of the throat').fill('30');
  await body.getByRole('button', { name: 'Save specs' }).click();
  await expect(check(page, 'throat')).not.toHaveAttribute('data-state', 'unknown');
});

test('a filter in front shades at full shift: how far it is clear, which thread clears it, and the card with and without', async ({
  page,
  gangway,
}) => {
  await openRig(page, gangway.url, SMALL_RIG);
  await page.getByRole('button', { name: 'ring, filter or hood' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^82 mm ND filter/ })
    .click();
  await expect(check(page, 'front')).toHaveAttribute('data-state', 'tight');
  await expect(check(page, 'front')).toContainText('The smallest standard thread that clears it is 95 mm, on a step-up ring.');
  await page.getByRole('link', { name: 'Shift card' }).click();
  await expect(
    page
      .getByRole('img', { name: `Shift card: ${SMALL_RIG}` })
      .getByText('front', { exact: true })
      .first(),
  ).toBeVisible();
  await page.goBack();
  await check(page, 'front')
    .getByRole('button', { name: /Step-up ring 82 to 105 mm/ })
    .click();
  await expect(check(page, 'front')).toHaveAttribute('data-state', 'passes');
});

test('the shift card is printed in its own size and comes as PDF, SVG and CSV that say the same', async ({ page, gangway }) => {
  await openRig(page, gangway.url, SMALL_RIG);
  await page.getByRole('link', { name: 'Shift card' }).click();
  const card = page.getByRole('img', { name: `Shift card: ${SMALL_RIG}` });
  await expect(card).toContainText('f/5.6');
  // Printed alone on a page of A6.
  const printed = await page.pdf({ preferCSSPageSize: true });
  const pages = await pdf(printed);
  expect(pages).toHaveLength(1);
  expect(pages[0]?.widthMm).toBeCloseTo(105, 0);
  expect(pages[0]?.heightMm).toBeCloseTo(148, 0);

  await page.getByLabel('Page').selectOption('quarter of US letter');
  const file = await downloaded(page, () => page.getByRole('link', { name: 'PDF' }).click());
  expect(file.name).toBe('shift-card-small-body-with-24-mm-shift-wide.pdf');
  const [sheet] = await pdf(file.bytes);
  expect(sheet?.widthMm).toBeCloseTo(107.95, 1);
  const csv = await downloaded(page, () => page.getByRole('button', { name: 'CSV' }).click());
  const lines = csv.bytes
    .toString('utf8')
    .trim()
    .split('\r\n')
    .map((line) => line.split(','));
  expect(lines[0]?.slice(0, 4)).toEqual(['orientation', 'f-number', 'sharp circle [mm]', 'rise [mm]']);
  // By hand for f/5.6: R = 28.5, half frame 18 × 12, √(28.5² − 18²) − 12 = 10.1.
  const row = lines.find(([orientation, f]) => orientation === 'landscape' && f === '5.6');
  expect(row?.[3]).toBe('10.1');
  const svg = await downloaded(page, () => page.getByRole('button', { name: 'SVG' }).click());
  for (const [orientation, f, , rise] of lines.slice(1)) {
    expect(sheet?.text).toContain(orientation);
    expect(sheet?.text).toContain(`f/${f}`);
    expect(sheet?.text).toContain(rise);
    expect(svg.bytes.toString('utf8')).toContain(`>${rise}<`);
  }
});

interface PdfPage {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly text: string;
}

/** The pages of a PDF as a general reader of the format sees them. */
async function pdf(bytes: Buffer): Promise<readonly PdfPage[]> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true, verbosity: 0 }).promise;
  const mm = (points: number) => (points / 72) * 25.4;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const sheet = await document.getPage(i + 1);
      const { width, height } = sheet.getViewport({ scale: 1 });
      const { items: words } = await sheet.getTextContent();
      return { widthMm: mm(width), heightMm: mm(height), text: words.map((word) => ('str' in word ? word.str : '')).join(' ') };
    }),
  );
}

test('a broken CSV is shown row by row, corrected, imported whole, and undone', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/import`);
  const text = [
    'kind,name,Focal length [mm],Widest aperture [f/],Smallest aperture [f/],Image circle [mm]',
    'lens,Old portrait lens,ninety,8,45,180',
    'lens,Copy lens,150,9,64,9000',
    'lens,Spare wide,65,8,45,170',
    'lens,90 mm field wide,91,6.8,45,180',
  ].join('\n');
  await page.getByLabel('File to import').setInputFiles({ name: 'lenses.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await expect(page.getByRole('status')).toContainText('1 new, 1 changed, 0 the same, 2 refused');
  const row = (name: string) => page.getByRole('row').filter({ hasText: name });
  await expect(row('Old portrait lens')).toContainText('“ninety” is not a number; it must be one from 1 to 5000 mm');
  await expect(row('90 mm field wide')).toContainText('Focal length: 90 mm → 91 mm');
  await expect(page.getByRole('button', { name: 'Import 2 rows' })).toBeDisabled();
  await page.getByLabel('Focal length [mm] in line 2').fill('210');
  await page.getByLabel('Focal length [mm] in line 2').press('Enter');
  await expect(row('Old portrait lens')).toHaveAttribute('data-action', 'add');
  await page.getByLabel('Image circle [mm] in line 3').fill('210');
  await page.getByLabel('Image circle [mm] in line 3').press('Enter');
  await page.getByRole('button', { name: 'Import 4 rows' }).click();
  await expect(page.getByText('3 added, 1 changed. Undo reverts everything.', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: /^Lenses/ }).click();
  await expect(page.getByRole('button', { name: 'Copy lens', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Copy lens', exact: true })).toBeHidden();
  await expect(page.getByRole('row').filter({ hasText: '90 mm field wide' })).toContainText('90 mm');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Copy lens', exact: true })).toBeVisible();
});

test('a file that is not a kit is refused with the reason', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/import`);
  await page.getByLabel('File to import').setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello\nworld') });
  await expect(page.getByRole('alert')).toContainText('“notes.txt”: The file has no column “name”.');
});

test('everything is exported as JSON and CSV, and importing the JSON changes nothing', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/rigs`);
  const choose = async (entry: string) => {
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: entry, exact: true }).click();
  };
  const json = await downloaded(page, () => choose('Everything, as JSON'));
  expect(kitFileSchema.parse(JSON.parse(json.bytes.toString('utf8'))).items).toHaveLength(DEMO_ITEMS.length);
  const zip = await downloaded(page, () => choose('All kinds, as CSV in one archive'));
  const files = unzipSync(new Uint8Array(zip.bytes));
  expect(Object.keys(files)).toEqual(KIND_NAMES.map((kind) => `${kind}.csv`));
  expect(strFromU8(files['lens.csv'] ?? new Uint8Array())).toContain('Focal length [mm]');
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByLabel('File to import').setInputFiles({ name: 'kit.json', mimeType: 'application/json', buffer: json.bytes });
  await expect(page.getByRole('status')).toContainText(`0 new, 0 changed, ${DEMO_ITEMS.length + DEMO_RIGS.length} the same, 0 refused`);
  await expect(page.getByRole('button', { name: 'Nothing to import' })).toBeDisabled();
});

test('the tables are searched, sorted and filtered; what is used is archived instead of deleted', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/items/lens`);
  const names = page.getByRole('rowheader');
  await expect(names).toHaveCount(7);
  await page.getByRole('button', { name: 'Focal length' }).click();
  await page.getByRole('button', { name: 'Focal length' }).click();
  await expect(page.getByRole('columnheader', { name: 'Focal length' })).toHaveAttribute('aria-sort', /ascending|descending/);
  const order = (await names.allTextContents()).map((name) => Number.parseInt(name, 10));
  expect([...order].sort((a, b) => a - b)).toEqual(order[0] === 24 ? order : [...order].reverse());
  await page.getByRole('textbox', { name: 'Search' }).fill('medium-format mount');
  await expect(names).toHaveCount(2);
  await page.getByRole('textbox', { name: 'Search' }).fill('');
  await page.getByRole('button', { name: 'More for 24 mm shift wide' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByText('“24 mm shift wide” is used by 1 rig, 6 setups: it is archived instead.', { exact: true })).toBeVisible();
  await expect(names).toHaveCount(6);
  await page.getByRole('button', { name: 'More for 50 mm reflex normal' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(names).toHaveCount(5);
  await page.getByRole('checkbox', { name: 'show archived' }).check();
  await expect(names).toHaveCount(6);
  // The setup keeps working with the archived item.
  await page.goto(gangway.url);
  await page.getByRole('link', { name: /small format/ }).click();
  await expect(page.getByText('24 mm, f/3.5 to f/22.')).toBeVisible();
});

test('a new item is entered with the specs that are known, and duplicated', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/items/board`);
  await page.getByRole('button', { name: 'New' }).click();
  const dialog = page.getByRole('dialog', { name: 'Lens board' });
  await dialog.getByRole('button', { name: 'Add to the kit' }).click();
  await expect(dialog.getByRole('alert').first()).toHaveText('Give a name; it cannot be blank.');
  await dialog.getByLabel('Name').fill('Plywood board');
  await dialog.getByRole('button', { name: 'Add to the kit' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Plywood board' });
  await expect(row).toContainText('unknown');
  await page.getByRole('button', { name: 'More for Plywood board' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Add to the kit' }).click();
  await expect(page.getByRole('button', { name: 'Plywood board (copy)', exact: true })).toBeVisible();
});

test('rigs are compared across formats, by the measure that is stated', async ({ page, gangway }) => {
  await page.goto(`${gangway.url}/kit/compare`);
  const cell = (row: RegExp, column: number) => page.getByRole('row', { name: row }).getByRole('cell').nth(column);
  // 90 · 43.27 / 54.78 by diagonal, 90 · 36 / 43.8 by width.
  await expect(cell(/^Equivalent focal length/, 1)).toHaveText('71.1 mm');
  // One scene through each, their frames nested, the circles to one scale.
  const pictures = page.getByRole('region', { name: 'The rigs as pictures' });
  await expect(pictures.getByTestId('finder-plain')).toHaveCount(3);
  await expect(pictures.getByRole('img')).toHaveAccessibleName(/^Rig 1, Small body with 24 mm shift wide, covers 150 × 100 cm/);
  await pictures.getByRole('textbox', { name: 'Distance' }).fill('0');
  await pictures.getByRole('textbox', { name: 'Distance' }).press('Enter');
  await expect(pictures.getByRole('alert')).toHaveText('Distance must be 0.05–2000 m; you entered 0.00.');
  await pictures.getByRole('textbox', { name: 'Distance' }).press('Escape');
  await expect(page.getByRole('row', { name: /^Items to carry/ })).toContainText('2 items, 1.48 kg');
  await page.getByLabel('Compare formats by').selectOption('width');
  await expect(cell(/^Equivalent focal length/, 1)).toHaveText('74.0 mm');
  await expect(cell(/^Based on/, 0)).toContainText('measured');
  await page.getByRole('checkbox', { name: /reducer/ }).click();
  await expect(page.getByRole('checkbox', { name: /reducer/ })).toBeChecked();
  await expect(cell(/^Lens in the rig/, 2)).toContainText('56.8 mm, f/1.99');
  await page.getByRole('checkbox', { name: SMALL_RIG }).click();
  await expect(page.getByRole('columnheader', { name: SMALL_RIG })).toBeHidden();
});

test('no page of it has a violation that axe finds, and none scrolls sideways on a phone', async ({ page, gangway }) => {
  const rig = DEMO_RIGS[1]?.id ?? '';
  await page.goto(gangway.url);
  await expect(page.getByRole('main').getByRole('heading').first()).toBeVisible();
  for (const path of ['rigs', `rigs/${rig}`, `rigs/${rig}/card`, 'items/lens', 'compare', 'import']) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await follow(page, `/kit/${path}`);
    await expect(page.getByRole('main').getByRole('heading').first()).toBeVisible();
    await expect(page.getByRole('status').filter({ hasText: '…' })).toHaveCount(0);
    expect([path, await violations(page)]).toEqual([path, []]);
    await page.setViewportSize({ width: 390, height: 844 });
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${gangway.url}/kit/items/lens`);
  await page.getByRole('button', { name: '24 mm shift wide', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await violations(page)).toEqual([]);
});
