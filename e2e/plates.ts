import type { Page } from '@playwright/test';
import { jobSummarySchema } from '@gangway/contract/job';
import { expect, type Gangway } from './gangway';

/** A new setup, to be planned on a photograph: its first choice. */
export async function choosing(page: Page, { url }: Gangway): Promise<void> {
  const jobs = jobSummarySchema.array().parse(await (await fetch(`${url}/api/jobs`)).json());
  await page.goto(`${url}/jobs/${jobs[0]?.id ?? ''}`);
  await page.getByRole('button', { name: 'New setup' }).click();
  const dialog = page.getByRole('dialog', { name: 'New setup' });
  await dialog.getByRole('button', { name: 'Create setup' }).click();
  await page.getByRole('button', { name: /^A photograph of the place/ }).click();
  await expect(page.getByLabel('Choose a photograph…')).toBeAttached();
}

export async function planOn(page: Page, gangway: Gangway, file: string): Promise<void> {
  await choosing(page, gangway);
  await page.getByLabel('Choose a photograph…').setInputFiles(file);
  await expect(page.locator('[data-line=upright]').first()).toBeVisible({ timeout: 30_000 });
}

/** Where a pixel of the photograph lies on the page. */
export async function onPage(
  page: Page,
  { widthPx }: { readonly widthPx: number },
  [u = 0, v = 0]: readonly number[],
): Promise<readonly [number, number]> {
  const box = await page.getByRole('region', { name: 'Plate' }).locator('img').first().boundingBox();
  if (!box) throw new Error('the photograph is not shown');
  const scale = box.width / widthPx;
  return [box.x + u * scale, box.y + v * scale];
}

export async function drag(page: Page, from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(...to, { steps: 6 });
}

/** Outlines the front of a plate: drags along its foot, then to its upper left corner. */
export async function outlineFront(
  page: Page,
  picture: { readonly widthPx: number },
  corners: Readonly<Record<'leftFoot' | 'rightFoot' | 'leftTop', readonly number[]>>,
): Promise<void> {
  await page.getByRole('radio', { name: 'Front', exact: true }).click();
  await drag(page, await onPage(page, picture, corners.leftFoot), await onPage(page, picture, corners.rightFoot));
  await page.mouse.up();
  // The height is dragged by the handle at the upper left.
  const top = await page.locator('[data-grip=leftTopPx] circle').first().boundingBox();
  if (!top) throw new Error('the top of the front is not shown');
  await drag(page, [top.x + top.width / 2, top.y + top.height / 2], await onPage(page, picture, corners.leftTop));
  await page.mouse.up();
}
