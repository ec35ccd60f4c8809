import type { Build, StepsAnswer } from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { readBuild, readVersion, type StoredBuild } from './buildStore.ts';
import type { ShopEvents } from './shopEvents.ts';

/**
 * Builds as they were last committed, kept in memory. What a write leaves is published, and told, once it is committed;
 * nobody sees it before.
 */
export class BuildCache {
  private readonly db: Db;
  private readonly events: ShopEvents;
  private readonly committed = new Map<string, StoredBuild>();
  private readonly words = new Map<string, Map<string, StepsAnswer>>();
  private readonly texts = new WeakMap<Build, string>();

  constructor(db: Db, events: ShopEvents) {
    this.db = db;
    this.events = events;
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

  /** The same inside a transaction, as the database has it; the row is held until the transaction ends. @throws Problem 404 */
  async readInside(q: Queryable, id: string): Promise<StoredBuild> {
    const version = await readVersion(q, id);
    const known = this.committed.get(id);
    return known?.version === version ? known : readBuild(q, id);
  }

  /** Runs a write of a build; what it leaves is published once it is committed. */
  async write<T extends StoredBuild>(id: string, work: (q: Queryable) => Promise<T>): Promise<T> {
    try {
      const result = await this.db.tx(work);
      const { version, build, frozen } = result;
      const before = this.committed.get(id)?.version ?? 0;
      if (before < version) {
        this.committed.set(id, { version, build, ...(frozen ? { frozen } : {}) });
        this.events.tell({ build: id, version });
      }
      return result;
    } catch (error) {
      this.words.delete(id);
      throw error;
    }
  }

  /** An erased build is gone from here too. */
  forget(id: string): void {
    this.committed.delete(id);
    this.words.delete(id);
  }

  stepWords(id: string, client: string): StepsAnswer | undefined {
    return this.words.get(id)?.get(client);
  }

  keepStepWords(id: string, client: string, words: StepsAnswer | undefined): void {
    const byClient = this.words.get(id) ?? new Map<string, StepsAnswer>();
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
