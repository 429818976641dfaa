import { violations } from './accessible';
import { expect, openSetup, test, undoLast } from './gangway';

test('jobs and setups are made, renamed, duplicated and deleted, and deleting is undone', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await page.getByRole('button', { name: 'New job' }).click();
  // A new job is named in place: its name is a field at once, selected.
  const name = page.getByRole('textbox', { name: 'Name of the job' });
  await expect(name).toBeFocused();
  await expect(name).toHaveValue('New job');
  expect(await page.evaluate(() => getSelection()?.toString())).toBe('New job');
  await name.fill('   ');
  await name.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('Give a name; it cannot be blank.');
  await name.fill('Quay survey');
  await name.press('Enter');
  await expect(page.getByRole('heading', { name: 'Quay survey' })).toBeVisible();

  await page.getByRole('button', { name: 'New setup' }).click();
  const dialog = page.getByRole('dialog', { name: 'New setup' });
  await expect(dialog.getByLabel('Name')).toHaveValue('New setup');
  await expect(dialog.getByLabel('Name')).toBeFocused();
  await dialog.getByLabel('Name').fill('  ');
  await dialog.getByRole('button', { name: 'Create setup' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Give a name; it cannot be blank.');
  await dialog.getByLabel('Name').fill('Bollard');
  await dialog.getByRole('radio', { name: /44 × 33/ }).check();
  await dialog.getByRole('button', { name: 'Create setup' }).click();
  await expect(page.getByRole('button', { name: 'Bollard' })).toBeVisible();
  await page.getByRole('button', { name: 'Bollard' }).click();
  await page.getByRole('textbox', { name: 'Name of the setup' }).fill('Bollard, east');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-saving=saved]')).toBeVisible();
  await page.getByRole('link', { name: 'Quay survey' }).click();

  const setups = page.getByRole('list', { name: 'Setups' }).getByRole('listitem');
  await expect(setups).toHaveCount(1);
  await page.getByRole('button', { name: 'More for Bollard, east' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(setups).toHaveCount(2);
  await expect(page.getByRole('link', { name: 'Bollard, east (copy)' })).toBeVisible();
  await page.getByRole('button', { name: 'More for Bollard, east (copy)' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(setups).toHaveCount(1);
  await undoLast(page);
  await expect(setups).toHaveCount(2);

  await page.getByRole('button', { name: 'More for Bollard, east (copy)' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByRole('textbox', { name: 'Name of the setup' }).fill('Crane');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Crane' })).toBeVisible();

  await page.getByRole('button', { name: 'More for Quay survey' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByRole('heading', { name: 'Quay survey (copy)' })).toBeVisible();
  await expect(setups).toHaveCount(2);
  await page.getByRole('button', { name: 'More for Quay survey (copy)' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('navigation').getByRole('link', { name: /Quay survey \(copy\)/ })).toBeHidden();
  await expect(page.getByText('“Quay survey (copy)” is deleted.', { exact: true })).toBeVisible();
  // After a reload the note is gone, but not the way back.
  await page.reload();
  await page.getByText('Deleted (1)').click();
  await page.getByRole('button', { name: 'Restore Quay survey (copy)' }).click();
  await expect(page.getByRole('navigation').getByRole('link', { name: /Quay survey \(copy\)/ })).toBeVisible();
});

test('what was changed on the bench shows in the list of the job', async ({ page, gangway }) => {
  await openSetup(page, gangway, /small format/);
  await page.getByRole('button', { name: /^f\/11/ }).click();
  await page.getByRole('link', { name: 'Larkmoor Ropeworks' }).click();
  await expect(page.getByRole('list', { name: 'Setups' }).getByRole('listitem').first()).toContainText('f/11');
  await expect(page.getByRole('list', { name: 'Setups' }).getByRole('listitem').first()).toContainText('1 check fails');
});

test.describe('addresses of nothing', () => {
  test.use({ allowErrors: /404/ });
  test('are said plainly, with a way on', async ({ page, gangway }) => {
    for (const path of ['/jobs/6f2c1f6e-0000-4000-8000-000000000000', '/jobs/x/setups/6f2c1f6e-0000-4000-8000-000000000000']) {
      await page.goto(gangway.url + path);
      await expect(page.getByRole('alert')).toContainText('There is no such');
    }
    await page.goto(`${gangway.url}/somewhere`);
    await expect(page.getByText('Page not found')).toBeVisible();
    await page.getByRole('link', { name: 'Back to jobs' }).click();
    await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  });
});

test('jobs and setups come with the page: they are there although nothing can be asked for', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await page.getByRole('heading', { name: 'Larkmoor Ropeworks' }).waitFor();
  const asked: string[] = [];
  // Never answered.
  await page.route('**/api/jobs**', (route) => {
    asked.push(new URL(route.request().url()).pathname);
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  await expect(
    page
      .getByRole('button', { name: /^Hemp loft/ })
      .or(page.getByRole('link', { name: /^Hemp loft/ }))
      .first(),
  ).toBeVisible();
  expect(asked.filter((path) => /^\/api\/jobs(?:\/[^/]+)?$/u.test(path))).toEqual([]);
});

test('the open job has its own address before it is seen, so that no press of a link meets the change', async ({ page, gangway }) => {
  await page.addInitScript(() =>
    new MutationObserver((_, observer) => {
      if (!document.querySelector('main h1')) return;
      observer.disconnect();
      document.documentElement.dataset.firstSeenAt = location.pathname;
    }).observe(document, { childList: true, subtree: true }),
  );
  await page.goto(`${gangway.url}/jobs`);
  await expect(page.locator('html')).toHaveAttribute('data-first-seen-at', /^\/jobs\/[0-9a-f-]{36}$/u);
});

test('the theme is chosen and remembered', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await page.getByRole('button', { name: 'Use the dark cloth theme' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark-cloth');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark-cloth');
});

test('Ctrl+K finds setups, pages and commands, ? lists the keys', async ({ page, gangway }) => {
  await page.goto(gangway.url);
  await expect(page.getByRole('heading', { name: 'Larkmoor Ropeworks' })).toBeVisible();
  const palette = page.getByRole('dialog', { name: 'Search and commands' });
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    await palette.getByRole('combobox').fill(words);
  };
  await find('hemp');
  await expect(palette.getByRole('option', { name: /^Hemp loft/ })).toHaveAttribute('aria-selected', 'true');
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Hemp loft/ })).toBeVisible();
  await expect(palette).toHaveCount(0);
  // What the open page can do is there as well.
  await find('turn the frame');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'portrait', exact: true })).toBeChecked();
  await find('undo');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'landscape', exact: true })).toBeChecked();
  await find('step: focus');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'Focus', exact: true })).toBeChecked();
  await find('nothing is called so');
  await expect(palette).toContainText('Nothing has this name.');
  await page.keyboard.press('Escape');
  await find('wedge');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/calculators\/wedge$/);
  // Commands of the bench have gone with it.
  await find('turn the frame');
  await expect(palette).toContainText('Nothing has this name.');
  await page.keyboard.press('Escape');
  await page.getByRole('main').click();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keyboard shortcuts' });
  await expect(keys).toContainText('Ctrl+K');
  expect(await violations(page)).toEqual([]);
  await page.keyboard.press('Escape');
  // Typed into a field it is a question mark.
  await page.getByRole('textbox').first().press('?');
  await expect(keys).toHaveCount(0);
});

test('a menu that is pressed before it has loaded opens as soon as it has', async ({ page, gangway }) => {
  let come = (): void => undefined;
  const held = new Promise<void>((done) => (come = done));
  await page.route(/\/assets\/ActionList-.*\.js$/u, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(gangway.url);
  await page.getByRole('button', { name: 'More for Larkmoor Ropeworks' }).click();
  await expect(page.getByRole('menuitem', { name: 'Rename' })).toHaveCount(0);
  come();
  await expect(page.getByRole('menuitem', { name: 'Rename' })).toBeVisible();
});
