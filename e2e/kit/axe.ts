// What axe finds serious on the page as it stands.

import type { Page } from '@playwright/test';
import axe, { type RunOptions } from 'axe-core';

type Axe = { readonly axe: typeof axe };

/** Puts axe into the page, once for each page that is loaded. */
async function inject(page: Page): Promise<void> {
  if (await page.evaluate(() => 'axe' in window)) return;
  await page
    .evaluate(`${axe.source}; undefined`)
    .catch(async () => page.addScriptTag({ content: axe.source }));
}

/** One line a finding of these options; empty when there is none. */
async function findings(page: Page, options: RunOptions): Promise<string[]> {
  // Colours on their way from one theme to the other are neither.
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every(
        ({ playState, effect }) => playState !== 'running' || effect?.getTiming().iterations === Infinity,
      ),
  );
  await inject(page);
  return page.evaluate(async (asked) => {
    const { violations } = await (window as unknown as Axe).axe.run({
      resultTypes: ['violations'],
      ...asked,
    });
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`);
  }, options);
}

/** What axe finds serious. */
export const seriousFindings = (page: Page): Promise<string[]> => findings(page, {});

/** That, and what cannot be touched on 24 by 24 pixels of its own. */
export const findingsWithTargets = (page: Page): Promise<string[]> =>
  findings(page, { rules: { 'target-size': { enabled: true } } });

/** That but for contrast, the slowest, for a page that was looked at in another size. */
export const findingsOfSize = (page: Page): Promise<string[]> =>
  findings(page, { rules: { 'target-size': { enabled: true }, 'color-contrast': { enabled: false } } });

/** Colours alone, for a page that was looked at in another theme. */
const findingsOfColour = (page: Page): Promise<string[]> =>
  findings(page, { runOnly: { type: 'rule', values: ['color-contrast'] } });

/** The buttons that change the theme, and what is to be looked at in it. */
export const BY_NIGHT_AND_DAY = [
  ['Night map', findingsOfColour],
  ['Day map', seriousFindings],
] as const;
