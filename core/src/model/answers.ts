import type { Build, Library } from './build.ts';

/** What the server says of a build, and what its undo and redo would take back, in words. */
export interface BuildAnswer {
  readonly version: number;
  readonly build: Build;
  /** The library rows of the chosen candidate as they were when it was chosen; absent where none is. */
  readonly frozen?: Library;
  readonly undo: string | null;
  readonly redo: string | null;
}

/** One line of the shop's list of builds. */
export interface BuildSummary {
  readonly id: string;
  readonly name: string;
  readonly car: string | null;
  readonly candidates: number;
  readonly chosen: string | null;
  readonly version: number;
  readonly updatedAt: string;
}

type ImportOutcome = 'added' | 'already here' | 'added under a new id';

/** What became of a bundle that was brought in. */
export interface ImportReport {
  readonly buildId: string;
  readonly build: ImportOutcome;
  readonly rows: readonly {
    readonly kind: 'engines' | 'gearboxes' | 'parts' | 'families';
    readonly id: string;
    readonly outcome: ImportOutcome;
    readonly newId?: string;
  }[];
}

/** What open pages are told: a build that stands at a new version, or a library that changed. */
export interface ShopEvent {
  readonly build?: string;
  readonly version?: number;
  readonly library?: boolean;
}
