// The page's side of the workspace's zip: one worker a piece of work.

import { proxy, type Remote, wrap } from 'comlink';
import type { WorkspaceProgress, WorkspaceSummary } from '@/model/workspace.ts';
import type { WorkspaceApi } from './workspace.worker.ts';

async function withWorker<T>(work: (api: Remote<WorkspaceApi>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./workspace.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await work(wrap<WorkspaceApi>(worker));
  } finally {
    worker.terminate();
  }
}

export function packWorkspace(report: (progress: WorkspaceProgress) => void): Promise<Blob> {
  return withWorker((api) => api.pack(proxy(report)));
}

/** @throws when the file is no workspace */
export function summarizeWorkspace(file: Blob): Promise<WorkspaceSummary> {
  return withWorker((api) => api.summary(file));
}

/** Replaces the store. @throws when it cannot; the store is then as it was */
export function restoreWorkspace(file: Blob, report: (progress: WorkspaceProgress) => void): Promise<void> {
  return withWorker((api) => api.restore(file, proxy(report)));
}
