import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What axe finds wrong on a page, as «rule: first element». Only violations are worked out whole: that halves its time. */
export async function violationsOf(page: Page, within?: string): Promise<string[]> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  const { violations } = await (within ? axe.include(within) : axe).analyze();
  return violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`);
}
