// Charts as files: every SVG within an element as one picture, its colours and fonts written out.

import { saveBlob } from '../save-file.ts';

const STYLES = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'opacity', 'font-family', 'font-size'];
const SCALE = 2;

/** The charts within `element`, as they stand, as one SVG text. */
function svgOf(element: Element): { text: string; width: number; height: number } {
  const frame = element.getBoundingClientRect();
  const paper = getComputedStyle(document.body).backgroundColor;
  const parts = [...element.querySelectorAll('svg.recharts-surface')]
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
      copy.setAttribute('y', String(box.y - frame.y));
      copy.setAttribute('width', String(box.width));
      copy.setAttribute('height', String(box.height));
      return new XMLSerializer().serializeToString(copy);
    });
  const { width, height } = frame;
  const text =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">` +
    `<rect width="100%" height="100%" fill="${paper}"/>${parts.join('')}</svg>`;
  return { text, width, height };
}

export function saveChartSvg(name: string, element: Element): void {
  saveBlob(`${name}.svg`, new Blob([svgOf(element).text], { type: 'image/svg+xml' }));
}

/** @throws when the browser cannot draw it */
export async function saveChartPng(name: string, element: Element): Promise<void> {
  const { text, width, height } = svgOf(element);
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
