'use client';

import { memo } from 'react';
import { FieldRow, type FieldRowProps } from '@/parts/fields/field-row.tsx';
import { Control } from './control.tsx';
import { useNearest } from './use-nearest.ts';

/** One field of the sheet; a rule that does not read has the nearest that does below it. */
export const SheetField = memo(function SheetField(props: FieldRowProps) {
  const { field, text, problems, onChange } = props;
  const nearest = useNearest(field, text, problems.length > 0);
  return (
    <FieldRow {...props} control={Control}>
      {nearest !== undefined && (
        <p className="mt-0.5 text-soft">
          Nearest that reads:{' '}
          <button
            type="button"
            className="text-left text-ink underline decoration-hairline underline-offset-2 hover:decoration-ink"
            onClick={() => onChange(field.key, nearest)}
          >
            {nearest}
          </button>
        </p>
      )}
    </FieldRow>
  );
});
