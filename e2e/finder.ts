import type { Locator, Page } from '@playwright/test';
import { expect, openSetup, type Gangway } from './gangway';

/** What the drawings of each step are called together. */
const DRAWINGS = {
  Position: 'Place and movements',
  Frame: 'Finder, Circle and movements',
  Coverage: 'Circle and movements',
  Focus: 'Section, Finder and tilt',
} as const;

/** Goes to a step of the bench, and waits until the drawings of the one before are gone. */
export async function step(page: Page, name: keyof typeof DRAWINGS): Promise<void> {
  await page.getByRole('radio', { name, exact: true }).click();
  await expect(page.getByRole('region', { name: DRAWINGS[name], exact: true })).toBeVisible();
}

/** Opens a demo setup at the step Frame, with its picture finished. */
export async function openFinder(page: Page, gangway: Gangway, setup = /small format/): Promise<void> {
  await openSetup(page, gangway, setup);
  await step(page, 'Frame');
  await still(page);
}

/** Changes what is laid over the picture. */
export async function overlays(page: Page, change: (list: Locator) => Promise<void>): Promise<void> {
  const list = page.getByRole('dialog', { name: 'Overlays' });
  // A step that is only just shown may take its list away again.
  await expect(async () => {
    if (!(await list.isVisible())) await page.getByRole('button', { name: 'Overlays' }).click();
    await expect(list).toBeVisible({ timeout: 2000 });
  }).toPass();
  await change(list);
  await page.keyboard.press('Escape');
  await expect(list).toHaveCount(0);
}

/** Waits until the picture is made of all its samples. */
export async function still(page: Page): Promise<void> {
  await expect(page.getByTestId('finder')).toHaveAttribute('data-whole', 'true', { timeout: 150_000 });
}

/** Types into a field of the bench. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true });
  await field.fill(text);
  await field.press('Enter');
}

/** Where a row first falls through a level between the sky and the wall, in pixels with a fraction. */
export function crossing(values: readonly number[], level: number): number {
  const i = values.findIndex((value) => value < level);
  const [before = 0, after = 0] = [values[i - 1], values[i]];
  return i - 1 + (before - level) / (before - after) + 0.5;
}

/** How wide a disc of blur has made the first edge of a row from sky to wall, px; `about` is what it is expected to be. */
export function edgeSpread(values: readonly number[], about: number): number {
  // The light across an edge, undone of its display curve: from sky to wall over the width of the blur disc.
  const light = values.map((value) => value ** 2.2);
  const sky = light[3] ?? 0;
  const end = light.findIndex((value) => value < sky * 0.98);
  const wall = Math.min(...light.slice(end, end + Math.ceil(about * 2)).map((value) => (value < 0.3 ? 1 : value)));
  const level = (share: number) => crossing(light, sky + (wall - sky) * share);
  // A disc of diameter d lets through 10 % of its area at 0.157·d and 90 % at 0.843·d: area of a circular segment.
  return (level(0.9) - level(0.1)) / 0.687;
}

/** The brightness along a row of the picture (0 at its top, 1 at its foot), from 0 to 1 a pixel. */
export async function row(page: Page, at: number): Promise<readonly number[]> {
  return page.getByTestId('finder').evaluate((element, share) => {
    const picture = element as HTMLCanvasElement;
    const copy = document.createElement('canvas');
    copy.width = picture.width;
    copy.height = picture.height;
    const context = copy.getContext('2d');
    context?.drawImage(picture, 0, 0);
    const { data } = context?.getImageData(0, Math.round(share * picture.height), picture.width, 1) ?? { data: [] };
    return Array.from({ length: picture.width }, (_, i) => (data[4 * i + 1] ?? 0) / 255);
  }, at);
}
