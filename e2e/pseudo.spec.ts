import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { DEMO_JOB_NAME, DEMO_SETUPS } from '../packages/contract/src/demo';
import { DEMO_ITEMS, DEMO_RIGS } from '../packages/contract/src/demoKit';
import { demoFrameName, demoLensTest } from '../packages/contract/src/demoLensTest';
import { demoPlates } from '../packages/contract/src/demoPlates';
import { CALCULATORS } from '../packages/core/src/calculators/registry';
import { expect, follow, test } from './gangway';

const DEMO_TEST = demoLensTest();
const DEMO_PLATES = demoPlates(JSON.parse(readFileSync('apps/server/demo/plates.json', 'utf8')));

/** What the photographer has typed, or what is the same in every language. */
const TYPED = [
  DEMO_JOB_NAME,
  ...DEMO_SETUPS.flatMap(({ name, settings }) => [name, ...settings.pins.map((pin) => pin.name)]),
  ...DEMO_ITEMS.flatMap(({ name, specs }) => [name, ...Object.values(specs).filter((value) => typeof value === 'string')]),
  ...DEMO_RIGS.map(({ name }) => name),
  ...DEMO_PLATES.map(({ name }) => name),
  DEMO_TEST.settings.name,
  ...DEMO_TEST.settings.shots.map((_, place) => demoFrameName(place)),
  ...DEMO_PLATES.flatMap(({ file, taken }) => (taken === null ? [file] : [file, taken])),
];
/** Units, formats and names of things that no language translates. */
const SAME_EVERYWHERE = 'mm px GB MB kB µm nm min ms kg cm km lx EV MP in pt Hz GET POST UTC ISO'.split(' ');

interface Seen {
  readonly untranslated: readonly string[];
  readonly clipped: readonly string[];
  readonly overlapping: readonly string[];
}

/** Looks at every text that is drawn now in a part of the page: plain letters in it, text cut off, and texts drawn over each other. */
function look(page: Page, within: string): Promise<Seen> {
  return page.evaluate(
    ({ typed, same, root }) => {
      const longest = [...typed].filter((text) => text.trim() !== '').sort((a, b) => b.length - a.length);
      const rest = (text: string): string => longest.reduce((left, each) => left.replaceAll(each, ' '), text);
      const words = (text: string): readonly string[] =>
        (rest(text).match(/(?<![\p{L}\p{M}.’_/-])[A-Za-z]{2,}(?![\p{L}\p{M}_])/gu) ?? []).filter((word) => !same.includes(word));
      interface Box {
        left: number;
        right: number;
        top: number;
        bottom: number;
      }
      const drawn: { text: string; box: Box; element: Element }[] = [];
      /** What of a box is left by the elements around it that cut it off. */
      const shown = ({ left, right, top, bottom }: Box, element: Element, cuts: RegExp): Box => {
        const box = { left, right, top, bottom };
        for (let each: Element | null = element; each; each = each.parentElement) {
          if (!cuts.test(getComputedStyle(each).overflowY)) continue;
          const frame = each.getBoundingClientRect();
          box.top = Math.max(box.top, frame.top);
          box.bottom = Math.min(box.bottom, frame.bottom);
          box.left = Math.max(box.left, frame.left);
          box.right = Math.min(box.right, frame.right);
        }
        return box;
      };
      const walker = document.createTreeWalker(document.querySelector(root) ?? document.body, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const element = node.parentElement;
        const text = node.textContent?.trim() ?? '';
        if (!element || text === '' || element.closest('script, style, code, [data-typed], .sr-only, option')) continue;
        if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
        // On a phone some texts are there for a screen reader alone: they are a pixel wide.
        if (getComputedStyle(element).position === 'absolute' && element.getBoundingClientRect().width <= 1) continue;
        const range = document.createRange();
        range.selectNodeContents(node);
        for (const line of range.getClientRects()) {
          // Lists and panels that scroll.
          const box = shown(line, element, /auto|scroll/);
          if (box.right - box.left >= 2 && box.bottom - box.top >= 2) drawn.push({ text, box, element });
        }
      }
      const named = [...document.querySelectorAll('[aria-label], [title], [placeholder]')]
        .filter((element) => !element.closest('[data-typed]'))
        .flatMap((element) => ['aria-label', 'title', 'placeholder'].map((name) => element.getAttribute(name) ?? ''));
      const untranslated = [...drawn.map(({ text }) => text), ...named].filter((text) => words(text).length > 0);
      const clipped = drawn
        .filter(({ element, box, text }) => {
          if (rest(text).trim() === '') return false;
          // What has a whole version at hand when it is cut short says so by its title.
          if (element.closest('[title]') && getComputedStyle(element).textOverflow === 'ellipsis') return false;
          for (let each: Element | null = element; each && each !== document.body; each = each.parentElement) {
            const style = getComputedStyle(each);
            if (style.position === 'fixed') return false;
            if (/auto|scroll/.test(style.overflowX + style.overflowY)) return false;
            if (!/hidden|clip/.test(style.overflowX)) continue;
            const frame = each.getBoundingClientRect();
            if (box.right > frame.right + 1.5 || box.left < frame.left - 1.5 || box.bottom > frame.bottom + 3 || box.top < frame.top - 3)
              return true;
          }
          return box.right > innerWidth + 1.5 || box.left < -1.5;
        })
        .map(({ text }) => text);
      const overlapping: string[] = [];
      const visible = drawn.map(({ text, box, element }) => ({ text, element, box: shown(box, element, /auto|scroll|hidden|clip/) }));
      visible.forEach((a, i) => {
        for (const b of visible.slice(i + 1)) {
          // What is pinned to the foot lies over the page, which goes on below it.
          if ((a.element.closest('[data-pinned]') === null) !== (b.element.closest('[data-pinned]') === null)) continue;
          if (a.element === b.element || a.element.contains(b.element) || b.element.contains(a.element)) continue;
          const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
          const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
          if (across > 3 && down > 4) overlapping.push(`${a.text} × ${b.text}`);
        }
      });
      return { untranslated: [...new Set(untranslated)], clipped: [...new Set(clipped)], overlapping: [...new Set(overlapping)] };
    },
    { typed: TYPED, same: SAME_EVERYWHERE, root: within },
  );
}

const NOTHING: Seen = { untranslated: [], clipped: [], overlapping: [] };

async function expectWhole(page: Page, name: string, within = 'body'): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: '…' })).toHaveCount(0);
  await page.waitForTimeout(400);
  const seen = await look(page, within);
  expect({ name, ...seen }).toEqual({ name, ...NOTHING });
}

/** Opens every dialog that a button of the page announces by its dots, and looks at it. */
async function expectDialogsWhole(page: Page, name: string): Promise<void> {
  const openers = page.getByRole('button', { name: /…\W*$/u });
  for (let i = 0; i < (await openers.count()); i++) {
    const opener = openers.nth(i);
    if (!(await opener.isVisible()) || !(await opener.isEnabled())) continue;
    await opener.click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectWhole(page, `${name}, dialog ${i + 1}`, '[role=dialog]');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
}

test('in the pseudo-language the lists and the kit are whole', async ({ page, gangway }) => {
  test.slow();
  await page.goto(`${gangway.url}/jobs?language=pseudo`);
  await expect(page.getByText(DEMO_JOB_NAME).first()).toBeVisible();
  await expectWhole(page, 'jobs');
  for (const path of ['/kit/rigs', '/kit/items/lens', '/kit/items/body', '/kit/compare', '/kit/import', '/kit/tests']) {
    await follow(page, path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expectWhole(page, path);
  }
  for (const part of ['plan', 'frames', 'results']) {
    await follow(page, `/kit/tests/${DEMO_TEST.id}?part=${part}`);
    // Each part has a table once what it shows is there.
    await expect(page.getByRole('table').first()).toBeVisible({ timeout: 30_000 });
    await expectWhole(page, `the ${part} of a lens test`);
  }
  await follow(page, '/kit/rigs');
  await page.getByRole('link', { name: DEMO_RIGS[1]?.name ?? '' }).click();
  await expectWhole(page, 'a rig');
});

test('in the pseudo-language every step of the bench is whole', async ({ page, gangway }) => {
  test.slow();
  await page.goto(`${gangway.url}/jobs?language=pseudo`);
  await page.getByRole('link', { name: /^Slipway/ }).click();
  for (const step of ['position', 'frame', 'coverage', 'focus', 'stitch', 'expose', 'card']) {
    await follow(page, `?step=${step}`);
    await expect(page.getByRole('radio', { checked: true }).first()).toBeVisible();
    await expect(page.locator('[data-saving=saved]')).toBeVisible();
    await expectWhole(page, step);
    await expectDialogsWhole(page, step);
  }
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('in the pseudo-language jobs, kit, bench and log are whole', async ({ page, gangway }) => {
    test.slow();
    await page.goto(`${gangway.url}/jobs?language=pseudo`);
    await expect(page.getByText(DEMO_JOB_NAME).first()).toBeVisible();
    await expectWhole(page, 'jobs on a phone');
    await page.getByRole('link', { name: /^Slipway/ }).click();
    const bench = page.url().split('?')[0] ?? '';
    for (const step of ['position', 'frame', 'coverage', 'focus', 'stitch', 'expose', 'card']) {
      await follow(page, `?step=${step}`);
      await expect(page.locator('[data-saving=saved]').first()).toBeAttached();
      await expectWhole(page, `${step} on a phone`);
    }
    for (const address of [`${gangway.url}/kit/rigs`, `${gangway.url}/calculators/wedge`, `${bench.split('/setups/')[0] ?? ''}/log`]) {
      await page.goto(address);
      await expectWhole(page, `${new URL(address).pathname} on a phone`);
    }
  });
});

test('in the pseudo-language calculators, log and proof are whole', async ({ page, gangway }) => {
  test.slow();
  await page.goto(`${gangway.url}/calculators?language=pseudo`);
  for (const { name } of CALCULATORS) {
    await follow(page, `/calculators/${name}`);
    await expect(page.getByRole('definition').first()).toBeVisible();
    await expectWhole(page, `calculators/${name}`);
  }
  await page.goto(`${gangway.url}/jobs`);
  await page.getByRole('link', { name: /^Ledger/ }).click();
  const bench = page.url().split('?')[0] ?? '';
  await page.goto(`${bench}/proof`);
  await expectWhole(page, 'proof');
  await page.goto(`${bench.split('/setups/')[0] ?? ''}/log`);
  await expectWhole(page, 'log');
});
