import { CartesianGrid } from 'recharts';

const none = (): number[] => [];

/**
 * The lines behind a chart's values. A chart over time has them across only; Recharts would still measure every label of the
 * time axis to find where the others were to stand.
 */
export function Grid({ upright = false }: { upright?: boolean }) {
  return (
    <CartesianGrid
      stroke="var(--hairline)"
      strokeWidth={0.6}
      {...(!upright && { vertical: false, verticalCoordinatesGenerator: none })}
    />
  );
}
