import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const said = (violations: Awaited<ReturnType<AxeBuilder['analyze']>>['violations']) =>
  violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' | ')}`);
const ink = (page: Page) => page.evaluate(() => getComputedStyle(document.body).color);

/** What axe finds on a page as it is: everything in the light theme, the size of targets (WCAG 2.2) with it, and what depends on the theme, contrast, in the dark one. */
export async function violations(page: Page): Promise<readonly string[]> {
  // A page that is still being fetched has no parts to look at.
  await expect(page.locator('main')).toBeVisible();
  await page.emulateMedia({ colorScheme: 'light' });
  const light = said(
    (
      await new AxeBuilder({ page })
        .setLegacyMode()
        .options({ rules: { 'target-size': { enabled: true } } })
        .analyze()
    ).violations,
  );
  const before = await ink(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect.poll(() => ink(page)).not.toBe(before);
  // Colours pass over into one another for a moment.
  await page.evaluate(() => Promise.allSettled(document.getAnimations().map(({ finished }) => finished)));
  const dark = said((await new AxeBuilder({ page }).setLegacyMode().withRules(['color-contrast']).analyze()).violations);
  await page.emulateMedia({ colorScheme: 'light' });
  return [...light, ...dark.map((words) => `dark: ${words}`)];
}
