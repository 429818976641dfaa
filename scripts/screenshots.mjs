// Takes the pictures of docs/screenshots afresh, from the demo job.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { withDemo } from './lib/demo.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { root } from './lib/paths.mjs';
import { main, say } from './lib/say.mjs';

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** Opens the demo stand whose name matches on its bench. */
const bench = (name) => async (page) => {
  await page.getByRole('link', { name }).click();
  await page.getByRole('slider', { name: 'Rise' }).waitFor();
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
  { file: 'bench-phone', size: PHONE, theme: 'light', go: bench(/small format/) },
  {
    file: 'finder',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await bench(/small format/)(page);
      await page.getByRole('radio', { name: 'Finder' }).click();
      await page.locator('canvas[data-samples="64"]').waitFor({ timeout: 60_000 });
    },
  },
  { file: 'rig', size: DESK, theme: 'light', go: kit(`rigs/${FIELD_RIG}`) },
  { file: 'shift-card', size: { width: 1280, height: 1010 }, theme: 'light', go: kit(`rigs/${SMALL_RIG}/card`) },
  { file: 'kit-lenses', size: DESK, theme: 'dark', go: kit('items/lens') },
  { file: 'compare', size: DESK, theme: 'light', go: kit(`compare?rig=${SMALL_RIG}&rig=${FIELD_RIG}`) },
  {
    file: 'guide',
    size: DESK,
    theme: 'light',
    go: async (page) => {
      await page.getByRole('link', { name: 'Guide' }).click();
      await page.getByRole('link', { name: 'Plane of focus and hinge' }).click();
      await page.getByRole('img', { name: /against/ }).waitFor();
    },
  },
];

await main(async () => {
  checkNode();
  installPackages();
  const folder = join(root, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  await withDemo(async (url, browser) => {
    for (const { file, size, theme, go } of VIEWS) {
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
