// Takes the pictures of docs/screenshots afresh, from the demo job.
// `npm run screenshots -- proof focus` takes those alone.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { withDemo } from './lib/demo.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** Opens the demo setup whose name matches on its bench. */
const bench = (name) => async (page) => {
  await page.getByRole('link', { name }).click();
  await page.getByRole('slider', { name: 'Rise' }).waitFor();
  // Checks and fixes are worked out beside the page; a picture shows them.
  await page.getByTestId('verdict').waitFor({ state: 'attached' });
  await page.waitForTimeout(300);
  await page.getByText('Looking for fixes…').first().waitFor({ state: 'detached' });
};

const SMALL_RIG = '00000000-0000-4000-8000-000000000064';
const FIELD_RIG = '00000000-0000-4000-8000-000000000065';

/** Opens a page of the kit. */
const kit = (path) => async (page) => {
  await page.goto(new URL(`/kit/${path}`, page.url()).href);
  await page.getByRole('main').getByRole('heading').first().waitFor();
};

const VIEWS = [
  { file: 'jobs', size: DESK, theme: 'light', go: async () => {} },
  { file: 'bench-paper', size: DESK, theme: 'light', go: bench(/small format/) },
  { file: 'bench-dark-cloth', size: DESK, theme: 'dark', go: bench(/44 × 33/) },
  {
    file: 'bench-phone',
    size: PHONE,
    theme: 'light',
    go: async (page) => {
      await bench(/small format/)(page);
      await page.getByRole('radio', { name: 'Frame', exact: true }).click();
      await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
    },
  },
  {
    file: 'position',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Ropewalk/)(page);
      await page.getByRole('radio', { name: 'Position' }).click();
      await page.getByLabel('Plan and elevation').waitFor();
    },
  },
  {
    file: 'focus',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Slipway/)(page);
      await page.getByRole('radio', { name: 'Focus' }).click();
      await page.locator('[data-check=pins]').getByRole('button', { name: /tilt/ }).click();
      await page.locator('[data-check=pins][data-state=passes]').waitFor({ state: 'attached' });
      await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
    },
  },
  {
    file: 'stitch',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Ledger sheet/)(page);
      await page.getByRole('radio', { name: 'Stitch' }).click();
      await page.locator('[data-answer=fewest]').getByRole('button', { name: 'Use this layout' }).click();
      await page.getByRole('textbox', { name: 'Free space on the card' }).fill('64');
      await page.getByRole('textbox', { name: 'Free space on the card' }).press('Enter');
      await page.locator('[data-check=room][data-state=passes]').waitFor({ state: 'attached' });
      await page.getByLabel('What the mosaic is for').scrollIntoViewIfNeeded();
      await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
    },
  },
  {
    file: 'proof',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Ledger sheet/)(page);
      await page.getByRole('radio', { name: 'Stitch' }).click();
      const lay = page.locator('[data-answer=fewest]').getByRole('button', { name: 'Use this layout' });
      await lay.click();
      await page.getByLabel('What moves').selectOption('back');
      await page.locator('[data-saving=saved]').waitFor();
      await page.getByRole('link', { name: 'Proof', exact: true }).click();
      await page.getByLabel('Pixels').selectOption('8');
      await page.getByLabel('Points of the aperture').selectOption('4');
      await page.getByRole('button', { name: 'Shoot the series' }).click();
      await page.getByRole('button', { name: /^Frame 8:/ }).waitFor({ timeout: 300_000 });
      await page.getByText('Last frame:').waitFor({ timeout: 60_000 });
      await page.getByRole('button', { name: 'Assemble the frames' }).click();
      await page.getByTestId('assembly-size').waitFor({ timeout: 400_000 });
      await page.locator('[data-testid=deep-view][data-drawn=true]').waitFor();
      await page.getByRole('heading', { name: 'Simulated back' }).scrollIntoViewIfNeeded();
    },
  },
  {
    file: 'expose',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Slipway/)(page);
      await page.getByRole('radio', { name: 'Expose' }).click();
      await page.getByLabel('Meter reading').selectOption('ev');
      const typed = async (name, value) => {
        await page.getByRole('textbox', { name, exact: true }).fill(value);
        await page.getByRole('textbox', { name, exact: true }).press('Enter');
      };
      await typed('Reading EV', '11');
      await page.getByRole('textbox', { name: 'A filter held in front of the lens' }).fill('ND 1.8');
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await page.getByRole('heading', { name: 'Brackets' }).click();
      await page.getByRole('button', { name: 'two stops' }).click();
      await typed('Frames of film left', '6');
      await page.locator('[data-check=film][data-state=passes]').waitFor({ state: 'attached' });
      await page.getByRole('heading', { name: 'Meter' }).scrollIntoViewIfNeeded();
    },
  },
  {
    file: 'card-phone',
    size: PHONE,
    theme: 'light',
    go: async (page) => {
      await bench(/Slipway/)(page);
      await page.getByRole('radio', { name: 'Card' }).click();
      for (const name of [/^4 × 5 in/, /^In the bag/, /^Set up the tripod/]) await page.getByRole('checkbox', { name }).check();
      await page.locator('[data-saving=saved]').waitFor();
    },
  },
  {
    file: 'log',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      const start = page.url();
      for (const [name, times] of [
        [/Hemp loft/, 3],
        [/Slipway/, 2],
        [/Ledger sheet/, 3],
      ]) {
        await page.goto(start);
        await bench(name)(page);
        await page.getByRole('radio', { name: 'Card' }).click();
        for (let i = 0; i < times; i++) {
          await page.getByRole('button', { name: 'Log a shot' }).click();
          await page.getByText(new RegExp(`^${i + 1} logged here`)).waitFor();
        }
      }
      await page.getByRole('link', { name: 'Log', exact: true }).click();
      await page.getByLabel('by setup').check();
      await page.getByText('8 shots').waitFor();
      await page.waitForTimeout(8000);
    },
  },
  {
    file: 'first-steps',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await page.goto(new URL('/first', page.url()).href);
      await page.getByRole('radio', { name: /^Landscape/ }).check();
      for (let step = 0; step < 3; step++) await page.getByRole('button', { name: 'Next' }).click();
      await page.getByText('Settle offers').or(page.getByText('Every check passes as it stands')).waitFor({ timeout: 30_000 });
    },
  },
  {
    file: 'plate',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/^From a photograph: the tower/)(page);
      await page.goto(page.url().replace(/\?.*|$/, '/plate'));
      await page.getByTestId('plate-front').waitFor();
      await page.locator('[data-line=upright]').first().waitFor();
      await page.waitForTimeout(800);
    },
  },
  {
    file: 'finder',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/Hemp loft/)(page);
      await page.getByRole('radio', { name: 'Frame' }).click();
      await page.locator('canvas[data-whole="true"]').waitFor({ timeout: 60_000 });
    },
  },
  { file: 'rig', size: DESK, theme: 'light', go: kit(`rigs/${FIELD_RIG}`) },
  { file: 'shift-card', size: { width: 1280, height: 1010 }, theme: 'light', go: kit(`rigs/${SMALL_RIG}/card`) },
  {
    file: 'lens-test',
    size: DESK,
    theme: 'dark',
    go: async (page) => {
      await kit('tests')(page);
      await page.getByRole('link', { name: /90 mm field wide/ }).click();
      await page.getByRole('region', { name: 'Conclusions' }).waitFor({ timeout: 60_000 });
    },
  },
  { file: 'compare', size: DESK, theme: 'light', go: kit(`compare?rig=${SMALL_RIG}&rig=${FIELD_RIG}`) },
  {
    file: 'calculators',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await page.getByRole('link', { name: 'Calculators' }).click();
      await page.getByRole('link', { name: 'Plane of focus and hinge' }).click();
      await page.getByRole('img', { name: /against/ }).waitFor();
    },
  },
];

const only = process.argv.slice(2);
const wrong = only.filter((name) => !VIEWS.some(({ file }) => file === name));

await main(async () => {
  if (wrong.length > 0) throw new Error(`There is no picture “${wrong[0]}”; there are ${VIEWS.map(({ file }) => file).join(', ')}.`);
  checkNode();
  installPackages();
  const folder = join(root, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  await withDemo(async (url, browser) => {
    for (const { file, size, theme, go } of VIEWS.filter((view) => only.length === 0 || only.includes(view.file))) {
      const page = await browser.newPage({ viewport: size, colorScheme: theme, locale: 'en-GB' });
      await page.goto(url);
      await page.getByRole('heading', { name: 'Larkmoor Ropeworks' }).waitFor();
      await go(page);
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(300);
      await page.screenshot({ path: join(folder, `${file}.png`) });
      await page.close();
      say(`docs/screenshots/${file}.png`);
    }
  });
});
