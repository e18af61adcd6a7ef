// Contours of a map as paths of an SVG whose cells are `width` wide and `height` high, the first row at the bottom.

import { contours } from 'd3-contour';

export interface Paper {
  readonly columns: number;
  readonly rows: number;
  readonly width: number;
  readonly height: number;
}

interface Contour {
  /** all that lies at or above the height */
  readonly land: string;
  /** its edge, without the map's own */
  readonly edge: string;
}

/** @param elevation of each cell, row after row from the bottom; NaN lies below all */
export function contourAt(elevation: ArrayLike<number>, height: number, paper: Paper): Contour {
  const { columns, rows } = paper;
  const { coordinates } = contours()
    .size([columns + 2, rows + 2])
    .contour(withMargin(elevation, paper), height);
  const inside = (value: number, most: number): number => Math.max(0, Math.min(most, value - 1));
  const rings = coordinates
    .flat()
    .map((ring) => ring.map(([x = 0, y = 0]) => [inside(x, columns), inside(y, rows)]));
  const place = ([x = 0, y = 0]: readonly number[]): string =>
    `${(x * paper.width).toFixed(1)} ${((rows - y) * paper.height).toFixed(1)}`;
  const isBorder = (a: readonly number[], b: readonly number[]): boolean =>
    (a[0] === b[0] && (a[0] === 0 || a[0] === columns)) || (a[1] === b[1] && (a[1] === 0 || a[1] === rows));
  let land = '';
  let edge = '';
  for (const ring of rings) {
    land += `M${ring.map(place).join('L')}Z`;
    ring.forEach((point, k) => {
      const next = ring[k + 1];
      if (next && !isBorder(point, next)) edge += `M${place(point)}L${place(next)}`;
    });
  }
  return { land, edge };
}

/** The cells with those of the sides once more round them: a contour would cut the map's corners off. */
function withMargin(elevation: ArrayLike<number>, { columns, rows }: Paper): number[] {
  const within = (place: number, most: number): number => Math.max(0, Math.min(most - 1, place - 1));
  return Array.from({ length: (columns + 2) * (rows + 2) }, (_x, k) => {
    const [x, y] = [within(k % (columns + 2), columns), within(Math.floor(k / (columns + 2)), rows)];
    return elevation[y * columns + x] ?? Number.NaN;
  });
}

/** The heights between equal bands of a range. */
export function bandsOf(
  { least, most }: { readonly least: number; readonly most: number },
  count: number,
): number[] {
  return Array.from({ length: count - 1 }, (_x, k) => least + ((k + 1) * (most - least)) / count);
}

/** The outline of some cells of a map, along their sides. @param isIn by the cell's place, row after row from the bottom */
export function outlineOf(isIn: (place: number) => boolean, { columns, rows, width, height }: Paper): string {
  const inside = (x: number, y: number): boolean =>
    x >= 0 && x < columns && y >= 0 && y < rows && isIn(y * columns + x);
  let path = '';
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      if (!inside(x, y)) continue;
      const [left, top] = [x * width, (rows - y - 1) * height];
      if (!inside(x - 1, y)) path += `M${left} ${top}v${height}`;
      if (!inside(x + 1, y)) path += `M${left + width} ${top}v${height}`;
      if (!inside(x, y + 1)) path += `M${left} ${top}h${width}`;
      if (!inside(x, y - 1)) path += `M${left} ${top + height}h${width}`;
    }
  }
  return path;
}
