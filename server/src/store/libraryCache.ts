import type { Db } from '../db/db.ts';
import { libraryMark, readLibrary } from './libraryStore.ts';

/** The library as JSON text, written once for each of its states: putting it together takes fifty times as long as asking which it is. */
export class LibraryCache {
  private readonly db: Db;
  private known: { readonly mark: string; readonly text: string } | undefined;

  constructor(db: Db) {
    this.db = db;
  }

  /** The text with its mark, made anew where the mark is another than last time. */
  async read(): Promise<{ readonly mark: string; readonly text: string }> {
    // The mark first: what is committed in between is told as older than it is, and asked for again.
    const mark = await libraryMark(this.db);
    if (this.known?.mark === mark) return this.known;
    const known = { mark, text: JSON.stringify(await readLibrary(this.db)) };
    this.known = known;
    return known;
  }
}
