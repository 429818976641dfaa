import { expect, test } from './gangway';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

/** What moved on the page without being asked to, as the Layout Instability API sums it up (CLS). */
const WATCH_SHIFTS = () => {
  const shifts: string[] = [];
  let sum = 0;
  Object.assign(globalThis, { shifted: () => ({ sum, shifts }) });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries() as unknown as { value: number; hadRecentInput: boolean; sources: { node?: Element }[] }[]) {
      if (entry.hadRecentInput) continue;
      sum += entry.value;
      shifts.push(`${entry.value.toFixed(3)} ${entry.sources.map(({ node }) => node?.className).join(' ')}`);
    }
  }).observe({ type: 'layout-shift', buffered: true });
};

/** What can be pressed and is less than 44 px high; links within a sentence or over a whole card go with what they stand in. */
const SMALL_TARGETS = () =>
  [...document.querySelectorAll('button, select, summary, nav a, header a, [role=menuitem], input:not(.sr-only)')]
    .map((element) => ({ element, label: element.closest('label') }))
    .filter(({ element, label }) => {
      const { width, height } = element.getBoundingClientRect();
      const high = Math.max(height, label?.getBoundingClientRect().height ?? 0);
      return width > 2 && height > 2 && high < 43.5 && element.closest('p') === null;
    })
    .map(({ element }) => `${element.tagName} ${element.getAttribute('aria-label') ?? element.textContent}`);

test('nothing jumps as a page loads, nothing is wider than the screen, and whatever is pressed is 44 px high', async ({
  page,
  gangway,
  context,
}) => {
  test.setTimeout(120_000);
  await context.addInitScript(WATCH_SHIFTS);
  // Parts come one after another, as they do over a slow line.
  await context.route(/\/assets\/.*\.js$/u, async (route) => {
    await new Promise((next) => setTimeout(next, 60));
    await route.continue();
  });
  await page.goto(`${gangway.url}/jobs`);
  const first = page.getByRole('link', { name: /Hydraulic tower, small format/ });
  await expect(first).toBeVisible();
  const bench = (await first.getAttribute('href')) ?? '';
  const steps = ['position', 'frame', 'coverage', 'focus', 'stitch', 'expose', 'card'];
  for (const path of [
    '/jobs',
    '/first',
    '/kit/rigs',
    '/kit/items/lens',
    '/calculators/depthOfField',
    ...steps.map((step) => `${bench}?step=${step}`),
  ]) {
    await page.goto(gangway.url + path);
    await expect(page.locator('main')).toBeVisible();
    if (path.startsWith(bench)) await expect(page.getByRole('button', { name: /^Settle/ })).toBeVisible();
    await page.waitForLoadState('networkidle');
    const { sum, shifts } = await page.evaluate(() =>
      (globalThis as unknown as { shifted: () => { sum: number; shifts: string[] } }).shifted(),
    );
    expect([path, sum < 0.05 ? [] : shifts]).toEqual([path, []]);
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
    expect([path, await page.evaluate(SMALL_TARGETS)]).toEqual([path, []]);
  }
});
