import type { Locator, Page } from '@playwright/test';
import { expect } from '@playwright/test';

/** Errors on the console or thrown in the page; a test ends by finding none. */
export function watchErrors(page: Page): string[] {
  const errors: string[] = [];
  page.on('console', (m) => {
    if (m.type() === 'error') errors.push(m.text());
  });
  page.on('pageerror', (e) => errors.push(e.message));
  return errors;
}

/** Clicks the plate at a place of the picture, given in millimetres of a picture of that width. */
export async function clickAt(
  page: Page,
  at: { readonly x: number; readonly y: number },
  pictureWidthMm: number,
): Promise<void> {
  const box = await page.locator('main img').first().boundingBox();
  if (!box) throw new Error('the plate shows no picture');
  const k = box.width / pictureWidthMm;
  await page.mouse.click(box.x + at.x * k, box.y + at.y * k);
}

export const move = (page: Page): Locator => page.getByRole('region', { name: 'Next move' });

export async function allSaved(page: Page): Promise<void> {
  await expect(page.getByText('All saved')).toBeVisible();
}

/** Chooses from a list: opens it, and takes the option of that value, or the first whose words go with it. */
export async function choose(control: Locator, value: string | RegExp): Promise<void> {
  await control.click();
  const options = control.page().getByRole('listbox').last();
  const option =
    typeof value === 'string'
      ? options.locator(`[data-value="${value}"]`)
      : options.getByRole('option', { name: value }).first();
  await option.click();
  // A list that has only just opened takes the first press for the one that opened it.
  await options.waitFor({ state: 'detached', timeout: 3000 }).catch(() => option.click());
}
