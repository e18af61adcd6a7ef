// A report as one HTML file: drawn once beside the page, then taken as it stands, with its styles and without its scripts.

import type { Trade } from '@plateau/core';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { escaped, tradesHtml } from './trades-html.ts';

/** What the file needs beyond the app's own styles: a column that fits A4 and Letter alike. */
const PAPER_STYLES = `
@page { margin: 14mm 12mm }
html, body { height: auto; overflow: visible }
body { max-width: 46rem; margin: 0 auto; padding: 1.5rem; font-size: 12px }
svg { display: block; max-width: 100%; height: auto }
table { border-collapse: collapse; max-width: 100% }
thead { display: table-header-group }
tr, figure, svg, [role="group"] { break-inside: avoid }
h1, h2, h3, h4 { break-after: avoid }
.paper-trades { font-size: 8px; width: 100% }
.paper-trades th { white-space: normal; vertical-align: bottom; padding: 0 2px }
.paper-trades td { padding: 0 2px; border-bottom: 0.5px solid var(--hairline) }
@media print { html, body { background: white; padding: 0; max-width: none } }
`;
/** The width it is drawn in, in CSS pixels: what A4 and Letter have between their margins. */
const WIDTH = 700;
const CONTROLS =
  'button, form, select, input, label, [role="radiogroup"], [role="group"][aria-label="Beside it"]';

/** The text of the file. @param paper the report as it is printed, @param trades listed behind it */
export async function paperHtml(title: string, paper: ReactNode, trades: readonly Trade[]): Promise<string> {
  const host = document.createElement('div');
  host.style.cssText = `position:absolute; left:-${WIDTH * 4}px; top:0; width:${WIDTH}px`;
  host.setAttribute('aria-hidden', 'true');
  document.body.append(host);
  const root = createRoot(host);
  try {
    root.render(<Tooltip.Provider>{paper}</Tooltip.Provider>);
    await drawn(host);
    const body = host.cloneNode(true) as HTMLElement;
    for (const control of body.querySelectorAll(CONTROLS)) control.remove();
    for (const chart of body.querySelectorAll('.recharts-responsive-container')) {
      const svg = chart.querySelector('svg.recharts-surface');
      // The library sizes it by its surroundings, which stay behind.
      svg?.removeAttribute('style');
      svg?.removeAttribute('role');
      if (svg) chart.replaceWith(svg);
    }
    for (const node of body.querySelectorAll('[tabindex]')) node.removeAttribute('tabindex');
    return [
      '<!doctype html>',
      '<html lang="en">',
      '<head>',
      '<meta charset="utf-8">',
      '<meta name="viewport" content="width=device-width">',
      `<title>${escaped(title || 'Report')}</title>`,
      `<style>${await fontsInside()}${appStyles()}${PAPER_STYLES}</style>`,
      '</head>',
      `<body>${body.innerHTML}${tradesHtml(trades)}</body>`,
      '</html>',
    ].join('\n');
  } finally {
    root.unmount();
    host.remove();
  }
}

/** Milliseconds in which the slowest machine lays out a report; past them it is better told than drawn wrong. */
const LONGEST = 60_000;

/** Until every chart is drawn at the width that its surroundings give it. @throws when that never comes */
async function drawn(host: Element): Promise<void> {
  const end = performance.now() + LONGEST;
  while (!isLaidOut(host)) {
    if (performance.now() > end) throw new Error('its charts could not be drawn');
    await new Promise((resolve) => setTimeout(resolve, 32));
  }
}

/** A chart is drawn at a size it takes for its own first, and again once it has been measured. */
function isLaidOut(host: Element): boolean {
  const charts = [...host.querySelectorAll('.recharts-responsive-container')];
  return (
    host.childElementCount > 0 &&
    charts.every((chart) => {
      const svg = chart.querySelector('svg.recharts-surface');
      const room = chart.getBoundingClientRect();
      return (
        svg !== null &&
        room.width > 0 &&
        Math.abs(Number(svg.getAttribute('width')) - room.width) <= 1 &&
        Math.abs(Number(svg.getAttribute('height')) - room.height) <= 1
      );
    })
  );
}

/**
 * The fonts that the report is drawn with, their bytes inside, so that it looks the same to one who has none of them. One that
 * cannot be had, as on a page without a network, is left out: the reader's own takes its place.
 */
async function fontsInside(): Promise<string> {
  const drawnWith = [...document.fonts].filter(({ status }) => status === 'loaded');
  const rules = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules].map((rule) => ({ rule, base: sheet.href ?? location.href })))
    .filter(({ rule }) => drawnWith.some((face) => isOf(rule, face)));
  const texts = await Promise.all(
    rules.map(async ({ rule, base }) => {
      const [, path = ''] = /url\("?([^")]+)"?\)/.exec(rule.cssText) ?? [];
      try {
        const font = await (await fetch(new URL(path, base))).blob();
        return rule.cssText.replace(path, await dataAddress(font));
      } catch {
        return '';
      }
    }),
  );
  return texts.join('\n');
}

const plainName = (family: string): string => family.replaceAll('"', '');

/** Whether a rule is the one that a font was loaded by: of its family, style and characters. */
function isOf(rule: CSSRule, face: FontFace): boolean {
  if (!(rule instanceof CSSFontFaceRule)) return false;
  const said = (name: string): string => rule.style.getPropertyValue(name).replace(/\s+/g, '').toLowerCase();
  return (
    plainName(rule.style.getPropertyValue('font-family')) === plainName(face.family) &&
    said('font-style') === face.style &&
    said('unicode-range') === face.unicodeRange.replace(/\s+/g, '').toLowerCase()
  );
}

function dataAddress(file: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });
}

/** The app's rules but for its fonts. */
function appStyles(): string {
  return [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule) => !(rule instanceof CSSFontFaceRule))
    .map((rule) => rule.cssText)
    .join('\n')
    .replaceAll('</', '<\\/');
}
