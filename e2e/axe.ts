import type { Page } from '@playwright/test';
import axe from 'axe-core';

/** A part of the page by selectors, what of it is left out, and the rules asked; all where none are named. */
interface Asked {
  readonly include: string[][];
  readonly exclude?: string[][];
  readonly runOnly?: { type: 'rule' | 'tag'; values: string[] };
}

declare global {
  interface Window {
    axe: { run(where: Omit<Asked, 'runOnly'>, options: axe.RunOptions): Promise<axe.AxeResults> };
  }
}

/** What screen readers and eyes stumble over in a part of the page: the rule, how grave it is, where it shows first. Axe stays in a page that is not loaded anew. */
export async function hurdles(
  page: Page,
  asked: Asked,
): Promise<{ id: string; grave: boolean; html: string; why: string }[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(async ({ runOnly, ...where }) => {
    const { violations } = await window.axe.run(where, {
      resultTypes: ['violations'],
      ...(runOnly && { runOnly }),
    });
    return violations.map(({ id, impact, nodes: [node] }) => ({
      id,
      grave: impact === 'serious' || impact === 'critical',
      html: node!.html.slice(0, 160),
      why: node!.failureSummary?.slice(0, 200) ?? '',
    }));
  }, asked);
}
