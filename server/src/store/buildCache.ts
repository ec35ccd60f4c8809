import type { Build } from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { readBuild, type StoredBuild } from './buildStore.ts';

/** What undo and redo would take back, in words. */
export interface StepWords {
  readonly undo: string | null;
  readonly redo: string | null;
}

/**
 * Builds as they stand, kept in memory: this process alone holds the data folder, and every write passes here. A read
 * sees only what is committed; a write, one at a time, sees what the write before it left.
 */
export class BuildCache {
  private readonly db: Db;
  private readonly committed = new Map<string, StoredBuild>();
  private readonly pending = new Map<string, StoredBuild>();
  private readonly words = new Map<string, Map<string, StepWords>>();
  private readonly texts = new WeakMap<Build, string>();

  constructor(db: Db) {
    this.db = db;
  }

  /** @throws Problem 404 */
  async read(id: string): Promise<StoredBuild> {
    const known = this.committed.get(id);
    if (known) return known;
    const stored = await readBuild(this.db, id);
    // A write may have been committed while this read waited; the newer one stays.
    if ((this.committed.get(id)?.version ?? 0) < stored.version) this.committed.set(id, stored);
    return this.committed.get(id)!;
  }

  /** The same inside a transaction, where the write before this one may not have been published yet. */
  async readInside(q: Queryable, id: string): Promise<StoredBuild> {
    return this.pending.get(id) ?? (await readBuild(q, id));
  }

  /** Runs a write of a build; what it leaves is published once it is committed, and forgotten when it fails. */
  async write<T extends StoredBuild>(id: string, work: (q: Queryable) => Promise<T>): Promise<T> {
    try {
      const result = await this.db.tx(async (q) => {
        const left = await work(q);
        this.pending.set(id, { version: left.version, build: left.build });
        return left;
      });
      if ((this.committed.get(id)?.version ?? 0) <= result.version)
        this.committed.set(id, { version: result.version, build: result.build });
      return result;
    } catch (error) {
      this.pending.delete(id);
      this.committed.delete(id);
      this.words.delete(id);
      throw error;
    }
  }

  stepWords(id: string, client: string): StepWords | undefined {
    return this.words.get(id)?.get(client);
  }

  keepStepWords(id: string, client: string, words: StepWords | undefined): void {
    const byClient = this.words.get(id) ?? new Map<string, StepWords>();
    this.words.set(id, byClient);
    if (words) byClient.set(client, words);
    else byClient.delete(client);
  }

  /** The build as JSON text, written once for each version. */
  text(build: Build): string {
    let text = this.texts.get(build);
    if (text === undefined) {
      text = JSON.stringify(build);
      this.texts.set(build, text);
    }
    return text;
  }
}
