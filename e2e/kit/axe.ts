// What axe finds serious on the page as it stands.

import type { Page } from '@playwright/test';
import axe from 'axe-core';

type Axe = { readonly axe: typeof axe };

/** Puts axe into the page, once for each page that is loaded. */
async function inject(page: Page): Promise<void> {
  if (await page.evaluate(() => 'axe' in window)) return;
  await page
    .evaluate(`${axe.source}; undefined`)
    .catch(async () => page.addScriptTag({ content: axe.source }));
}

/**
 * One line a finding; empty when there is none.
 * @param but rules that are passed over, as contrast, the slowest, where a page is looked at again in another size
 */
export async function seriousFindings(page: Page, ...but: readonly string[]): Promise<string[]> {
  // Colours on their way from one theme to the other are neither.
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every(
        ({ playState, effect }) => playState !== 'running' || effect?.getTiming().iterations === Infinity,
      ),
  );
  await inject(page);
  return page.evaluate(async (off) => {
    const rules = Object.fromEntries(off.map((rule) => [rule, { enabled: false }]));
    const { violations } = await (window as unknown as Axe).axe.run({ resultTypes: ['violations'], rules });
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`);
  }, but);
}

/** What cannot be touched on 24 by 24 pixels of its own, a line each. */
export async function smallTargets(page: Page): Promise<string[]> {
  await inject(page);
  return page.evaluate(async () => {
    const rule = { type: 'rule' as const, values: ['target-size'] };
    const { violations } = await (window as unknown as Axe).axe.run({ runOnly: rule });
    return violations.flatMap((v) => v.nodes.map((n) => n.html.slice(0, 160)));
  });
}
