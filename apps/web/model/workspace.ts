// A workspace file: what it holds, and how far its packing or restoring is.

/** What a workspace's file holds, told before it takes the place of what is here. */
export interface WorkspaceSummary {
  readonly instruments: number;
  readonly universes: number;
  readonly sheets: number;
  readonly blends: number;
  readonly studies: number;
  readonly repairs: number;
}

export interface WorkspaceProgress {
  readonly done: number;
  readonly total: number;
}
