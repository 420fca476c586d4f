import { expect, type Page } from '@playwright/test';

/** Opens a sheet of Ask by the keyboard alone: to the row of sheets by Tab, along it by the arrows. */
export async function openSheet(page: Page, name: string): Promise<void> {
  const inRow = () => page.evaluate(() => document.activeElement?.closest('[aria-label="What is asked"]') !== null);
  for (let i = 0; i < 250 && !(await inRow()); i += 1) await page.keyboard.press('Tab');
  const wanted = page.getByRole('radio', { name: new RegExp(`^${name}`) });
  for (let i = 0; i < 4 && !(await wanted.evaluate((e) => e === document.activeElement)); i += 1) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(wanted).toBeChecked();
}
