// Charts as files: every SVG within an element as one picture, its colours and fonts written out.

import { saveBlob } from '../save-file.ts';

const STYLES = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'opacity', 'font-family', 'font-size'];
const SCALE = 2;

const MARGIN = 8;
const TITLE_HEIGHT = 24;
const LEGEND_HEIGHT = 20;

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** The title and the keys of the charts' lines, as they stand over them on the page. */
function headOf(title: string, element: Element, width: number): { text: string; height: number } {
  const { color, fontFamily } = getComputedStyle(document.body);
  const font = `fill="${color}" font-family="${escaped(fontFamily).replaceAll('"', "'")}"`;
  const pen = document.createElement('canvas').getContext('2d');
  if (pen) pen.font = `12px ${fontFamily}`;
  const keys = [...(element.closest('[data-charts]') ?? element).querySelectorAll('[data-stroke-key]')];
  let x = MARGIN;
  let y = TITLE_HEIGHT + LEGEND_HEIGHT / 2;
  const drawn = keys.map((key) => {
    const words = key.textContent ?? '';
    const line = key.querySelector('line');
    const style = line && getComputedStyle(line);
    const room = 34 + (pen?.measureText(words).width ?? 7 * words.length) + 16;
    if (x + room > width && x > MARGIN) {
      x = MARGIN;
      y += LEGEND_HEIGHT;
    }
    const at = x;
    x += room;
    return (
      `<line x1="${at}" x2="${at + 26}" y1="${y}" y2="${y}" stroke="${style?.stroke ?? color}" ` +
      `stroke-width="${style?.strokeWidth ?? 1}" stroke-dasharray="${style?.strokeDasharray ?? 'none'}"/>` +
      `<text x="${at + 32}" y="${y + 4}" font-size="12" ${font}>${escaped(words)}</text>`
    );
  });
  const text = `<text x="${MARGIN}" y="17" font-size="15" ${font}>${escaped(title)}</text>${drawn.join('')}`;
  return { text, height: keys.length > 0 ? y + LEGEND_HEIGHT / 2 : TITLE_HEIGHT };
}

/** The charts within `element`, as they stand, under their title and keys, as one SVG text. */
function svgOf(title: string, element: Element): { text: string; width: number; height: number } {
  const frame = element.getBoundingClientRect();
  const paper = getComputedStyle(document.body).backgroundColor;
  const head = headOf(title, element, frame.width);
  const parts = [...element.querySelectorAll('svg.recharts-surface, svg[data-drawing]')]
    // A legend's marks are small surfaces of their own.
    .filter((svg) => svg.getBoundingClientRect().width > 50)
    .map((svg) => {
      const box = svg.getBoundingClientRect();
      const copy = svg.cloneNode(true) as SVGElement;
      const originals = [svg, ...svg.querySelectorAll('*')];
      [copy, ...copy.querySelectorAll('*')].forEach((node, k) => {
        const style = getComputedStyle(originals[k] as Element);
        for (const name of STYLES) node.setAttribute(name, style.getPropertyValue(name));
        node.removeAttribute('class');
        node.removeAttribute('style');
      });
      copy.setAttribute('x', String(box.x - frame.x));
      copy.setAttribute('y', String(box.y - frame.y + head.height));
      copy.setAttribute('width', String(box.width));
      copy.setAttribute('height', String(box.height));
      return new XMLSerializer().serializeToString(copy);
    });
  const { width } = frame;
  const height = frame.height + head.height;
  const text =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
    `<rect width="100%" height="100%" fill="${paper}"/>${head.text}${parts.join('')}</svg>`;
  return { text, width, height };
}

export function saveChartSvg(name: string, element: Element): void {
  saveBlob(`${name}.svg`, new Blob([svgOf(name, element).text], { type: 'image/svg+xml' }));
}

/** @throws when the browser cannot draw it */
export async function saveChartPng(name: string, element: Element): Promise<void> {
  const { text, width, height } = svgOf(name, element);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(width * SCALE);
  canvas.height = Math.round(height * SCALE);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!png) throw new Error('The browser could not draw the chart.');
  saveBlob(`${name}.png`, png);
}
