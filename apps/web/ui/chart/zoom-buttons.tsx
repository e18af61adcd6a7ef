import { Maximize2, ZoomIn, ZoomOut } from 'lucide-react';
import { IconButton } from '../button.tsx';
import type { Zoom } from './use-zoom.ts';

/** A chart's zoom by buttons; their keys stand in their names. */
export function ZoomButtons({ zoom, all = 'Show all' }: { zoom: Zoom; all?: string }) {
  return (
    <span className="flex">
      <IconButton label="Zoom in (+)" icon={ZoomIn} onClick={zoom.zoomIn} />
      <IconButton label="Zoom out (-)" icon={ZoomOut} onClick={zoom.zoomOut} />
      <IconButton label={`${all} (0)`} icon={Maximize2} disabled={!zoom.isZoomed} onClick={zoom.reset} />
    </span>
  );
}

/** What a group of charts says of its keys. */
export const ZOOM_KEYS = 'Plus and minus zoom, arrows move, 0 goes back, t tells the numbers.';
