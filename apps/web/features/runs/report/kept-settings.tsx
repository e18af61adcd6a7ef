import type { KeptRun } from '@/model/rows.ts';
import { settingRows } from '@/model/runs/settings-rows.ts';

/** Every setting of a kept run, as it was. */
export function KeptSettings({ kept }: { kept: KeptRun }) {
  return (
    <table aria-label="Settings of the run">
      <tbody>
        {settingRows([kept]).map(({ label, texts }) => (
          <tr key={label} className="border-b border-hairline align-top">
            <th scope="row" className="pr-4 text-left font-normal whitespace-nowrap">
              {label}
            </th>
            <td className="whitespace-pre-line">{texts[0]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
