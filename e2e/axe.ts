import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What axe finds serious or worse on the page, or in a part of it. */
export async function serious(page: Page, part?: string): Promise<string[]> {
  // The page is one frame: axe's own page to gather the frames in would cost as much again.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
  const { violations } = await (part ? axe.include(part) : axe).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.html)
          .join(' | ')
          .slice(0, 400)}`,
    );
}
