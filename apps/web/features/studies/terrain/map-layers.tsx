'use client';

import type { StudyAxis } from '@plateau/core';
import { memo } from 'react';
import { bandsOf, contourAt, outlineOf, type Paper } from './contours.ts';
import { isSmooth, type TerrainMapProps, TINTS } from './map-parts.ts';
import type { Plane } from './planes.ts';

/** Smaller numbers are left to the card and the table; the width of a digit, by its height. */
const READABLE = 8;
const LETTER = 0.5;

type LandProps = Pick<TerrainMapProps, 'axes' | 'plane' | 'elevation' | 'scale'> & { readonly paper: Paper };

/** Drawn once for a figure: turning the water level leaves it as it is. */
export const Land = memo(
  function Land({ axes, plane, elevation, scale, paper }: LandProps) {
    const [up, right] = axes.slice(-2) as [StudyAxis, StudyAxis];
    const heights = plane.cells.map((cell) => elevation[cell] ?? Number.NaN);
    const tint = (value: number): string =>
      `var(--tint-${1 + Math.max(0, Math.min(TINTS - 1, Math.floor((TINTS * (value - scale.least)) / (scale.most - scale.least || 1))))})`;
    const { width, height, columns, rows } = paper;
    const smooth = isSmooth(up, right);
    const bands = smooth && scale.most > scale.least ? bandsOf(scale, TINTS) : [];
    const drawn = bands.map((band) => contourAt(heights, band, paper));
    return (
      <g>
        <rect width={columns * width} height={rows * height} fill="var(--tint-1)" />
        {smooth
          ? drawn.map(({ land }, k) => (
              <path key={bands[k]} d={land} fill={`var(--tint-${k + 2})`} fillRule="evenodd" />
            ))
          : heights.map((value, place) => (
              <rect
                key={plane.cells[place]}
                x={(place % columns) * width}
                y={(rows - 1 - Math.floor(place / columns)) * height}
                width={width}
                height={height}
                fill={tint(value)}
                stroke="var(--paper)"
                strokeWidth={1}
              />
            ))}
        {drawn.map(({ edge }, k) => (
          <path
            key={bands[k]}
            d={edge}
            fill="none"
            stroke="var(--ink-soft)"
            strokeWidth={0.55}
            opacity={0.75}
          />
        ))}
      </g>
    );
  },
  (a, b) => a.plane === b.plane && a.elevation === b.elevation && a.scale === b.scale && a.paper === b.paper,
);

interface WaterProps {
  readonly plane: Plane;
  readonly elevation: Float64Array;
  readonly level: number;
  readonly paper: Paper;
  readonly smooth: boolean;
}

/** Water over all that lies under the level. */
export const Water = memo(function Water({ plane, elevation, level, paper, smooth }: WaterProps) {
  const { columns, rows, width, height } = paper;
  const heights = plane.cells.map((cell) => elevation[cell] ?? Number.NaN);
  const all = `M0 0H${columns * width}V${rows * height}H0Z`;
  const dry = smooth
    ? contourAt(heights, level, paper)
    : {
        land: heights
          .map((value, place) =>
            value >= level
              ? `M${(place % columns) * width} ${(rows - 1 - Math.floor(place / columns)) * height}h${width}v${height}h${-width}Z`
              : '',
          )
          .join(''),
        edge: outlineOf((place) => (heights[place] ?? Number.NaN) >= level, paper),
      };
  return (
    <g data-water>
      <path d={`${all}${dry.land}`} fill="var(--water)" fillRule="evenodd" opacity={0.9} />
      <path d={dry.edge} fill="none" stroke="var(--waterline)" strokeWidth={1} />
    </g>
  );
});

type NumbersProps = Pick<TerrainMapProps, 'plane' | 'elevation' | 'write'> & { readonly paper: Paper };

export const Numbers = memo(function Numbers({ plane, elevation, write, paper }: NumbersProps) {
  const { columns, rows, width, height } = paper;
  const texts = plane.cells.map((cell) => (Number.isNaN(elevation[cell]) ? '' : write(cell)));
  const longest = Math.max(1, ...texts.map((text) => text.length));
  const size = Math.min(12, height - 4, (width - 3) / (LETTER * longest));
  if (size < READABLE) return null;
  return (
    <g fontSize={size} textAnchor="middle" fill="var(--ink)">
      {plane.cells.map((cell, place) => (
        <text
          key={cell}
          x={((place % columns) + 0.5) * width}
          y={(rows - 0.5 - Math.floor(place / columns)) * height + size / 3}
        >
          {texts[place]}
        </text>
      ))}
    </g>
  );
});
