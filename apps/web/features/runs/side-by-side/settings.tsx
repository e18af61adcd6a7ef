import { clsx } from 'clsx';
import { settingRows } from '@/model/runs/settings-rows.ts';
import type { Shown } from './shown.ts';

/** Every setting that one of them has, those that differ first and marked. */
export function Settings({ shown, names }: { shown: readonly Shown[]; names: readonly string[] }) {
  const rows = settingRows(shown.map(({ kept }) => kept))
    .map((row) => ({ ...row, differs: new Set(row.texts).size > 1 }))
    .sort((a, b) => Number(b.differs) - Number(a.differs));
  return (
    <table aria-label="Settings side by side" className="max-w-full self-start text-left">
      <thead>
        <tr className="border-b border-hairline">
          <th scope="col" className="pr-4 font-normal text-soft">
            Settings
          </th>
          {names.map((name) => (
            <th key={name} scope="col" className="px-2 font-semibold">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ label, texts, differs }, r) => (
          <tr
            key={`${r} ${label}`}
            className={clsx('border-b border-hairline', differs && 'bg-accent-paper')}
          >
            <th scope="row" className="pr-4 align-top font-normal whitespace-nowrap">
              {label}
              {differs && <span className="sr-only">, differs</span>}
            </th>
            {texts.map((text, k) => (
              <td key={names[k]} className="px-2 py-0.5 whitespace-pre-line">
                {text || '–'}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
