// An import from its first file to its report: what is shown, and what may be done next.

import type { Layout, TableChoice } from '@plateau/files';
import { useCallback, useEffect, useState } from 'react';
import type {
  Duplicates,
  ImportProgress,
  ImportReport,
  Inspected,
  LookProgress,
} from '@/model/market/import.ts';
import { noteImport } from '@/store/market/undo-import.ts';
import { tellMarketChanged } from '@/store/tabs.ts';
import { endImport, withImporter } from '@/workers/import-client.ts';

export type State =
  | { readonly step: 'choose' }
  | { readonly step: 'looking'; readonly progress?: LookProgress }
  | { readonly step: 'check'; readonly files: readonly Inspected[]; readonly skipped: readonly string[] }
  | { readonly step: 'reading'; readonly progress: ImportProgress; readonly started: number }
  | { readonly step: 'done'; readonly report: ImportReport }
  | { readonly step: 'failed'; readonly message: string };

export function useImport() {
  const [state, setState] = useState<State>({ step: 'choose' });
  const [duplicates, setDuplicates] = useState<Duplicates>('replace');
  useEffect(() => {
    void withImporter((api) => api.sweep());
    return endImport;
  }, []);
  const fail = useCallback((error: unknown) => {
    setState({ step: 'failed', message: error instanceof Error ? error.message : String(error) });
  }, []);
  const onDrop = useCallback(
    (files: File[]) => {
      if (files.length === 0) return;
      setState({ step: 'looking' });
      withImporter(
        (api, heard) => api.inspect(files, heard),
        (progress: LookProgress) => setState({ step: 'looking', progress }),
      ).then(({ files: found, skipped }) => setState({ step: 'check', files: found, skipped }), fail);
    },
    [fail],
  );
  const change = (k: number, layout: Layout): void => {
    if (state.step !== 'check') return;
    const shape = state.files[k]?.shape;
    // A choice made for one file serves all of its shape, now and the next time.
    const files = state.files.map((file) => (file.shape === shape ? { ...file, layout } : file));
    setState({ ...state, files });
    if (shape) void withImporter((api) => api.remember(shape, layout));
  };
  const cut = async (k: number, choice: TableChoice): Promise<void> => {
    if (state.step !== 'check') return;
    const shape = state.files[k]?.shape;
    const files = await Promise.all(
      state.files.map(async (file, n) =>
        file.shape === shape && !file.fault
          ? { ...file, ...(await withImporter((api) => api.cutBy(n, choice))) }
          : file,
      ),
    );
    setState({ ...state, files });
    const layout = files[k]?.layout;
    if (shape && layout) void withImporter((api) => api.remember(shape, layout));
  };
  /** Calls the instrument of a file otherwise than the file. */
  const call = (k: number, symbol: string): void => {
    if (state.step !== 'check') return;
    setState({ ...state, files: state.files.map((file, n) => (n === k ? { ...file, symbol } : file)) });
  };
  const read = (files: readonly Inspected[]): void => {
    const started = performance.now();
    const layouts = files.map((file) => (file.fault ? { ...file.layout, roles: [] } : file.layout));
    const names = files.map(({ path, symbol }) => symbol?.trim() || path);
    setState({ step: 'reading', started, progress: { bytes: 0, total: 1, rows: 0 } });
    withImporter(
      (api, heard) => api.run(layouts, names, duplicates, heard),
      (progress: ImportProgress) => setState({ step: 'reading', started, progress }),
    ).then((report) => {
      tellMarketChanged();
      void noteImport(report.change);
      // Now there is something here that no feed can bring back.
      void navigator.storage?.persist?.();
      setState({ step: 'done', report });
    }, fail);
  };
  const stop = (): void => {
    endImport();
    setState({ step: 'failed', message: 'Stopped. Nothing was imported; the store is as it was.' });
  };
  return {
    state,
    duplicates,
    setDuplicates,
    onDrop,
    change,
    cut,
    call,
    read,
    stop,
    again: () => setState({ step: 'choose' }),
  };
}
