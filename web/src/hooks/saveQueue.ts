import type { Build, BuildAnswer } from '@sable/core';
import { replaceEqualDeep } from '@tanstack/react-query';
import { contentOf, withContent, type ContentOf, type PutTarget } from './buildTarget.ts';
import { ApiProblem } from './problem.ts';
import { mergeThreeWay, type FieldConflict } from './threeWay.ts';

/** How writes reach the server; each names the version that it changes. */
export interface Transport {
  readonly put: (target: PutTarget, content: unknown, version: number) => Promise<BuildAnswer>;
  readonly remove: (target: PutTarget, version: number) => Promise<BuildAnswer>;
  readonly step: (direction: 'undo' | 'redo') => Promise<BuildAnswer>;
  readonly read: () => Promise<BuildAnswer>;
}

/** A change as it was made: what stood there, and what shall. */
export interface Edit {
  readonly target: PutTarget;
  readonly base: unknown;
  readonly mine: unknown;
}

/** Where changes are kept until the server has them: a page that is closed loses none. */
export interface Journal {
  readonly keep: (edits: readonly Edit[]) => void;
}

type Entry =
  | ({ readonly kind: 'edit' } & Edit)
  | { readonly kind: 'remove'; readonly target: PutTarget }
  | { readonly kind: 'step'; readonly direction: 'undo' | 'redo' };

/** A change that meets somebody else's change of the same field. */
export interface Conflict {
  readonly target: PutTarget;
  readonly fields: readonly FieldConflict[];
  /** The build as it is stored. */
  readonly theirs: Build;
  readonly currentVersion: number;
}

export interface QueueState {
  /** What the server has confirmed. */
  readonly stored: BuildAnswer;
  /** The same with everything in it that waits to be saved. */
  readonly shown: Build;
  /** How many changes wait. */
  readonly waiting: number;
  readonly problem: ApiProblem | undefined;
  readonly conflict: Conflict | undefined;
}

/** How long to wait before asking again a server that did not answer, ms. */
const AGAIN_MS = 1500;

/**
 * The changes of one build on their way to the server: shown at once, sent one after another, each as a function of the
 * newest content. Where the server's version moved, both changes are merged by JSON pointer; a conflict stops the queue
 * until somebody has chosen. A server that does not answer is asked again; what it refuses is put back and told.
 */
export class SaveQueue {
  private state: QueueState;
  private readonly entries: Entry[] = [];
  private busy = false;
  private newest: number;
  private readonly listeners = new Set<() => void>();
  private readonly transport: Transport;
  private readonly journal: Journal;
  private readonly againMs: number;

  constructor(stored: BuildAnswer, transport: Transport, journal: Journal, againMs = AGAIN_MS) {
    this.transport = transport;
    this.journal = journal;
    this.againMs = againMs;
    this.newest = stored.version;
    this.state = { stored, shown: stored.build, waiting: 0, problem: undefined, conflict: undefined };
  }

  getState = (): QueueState => this.state;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /**
   * Takes what was changed between two contents of a target over to its newest content. `from` is what the page showed when
   * somebody made `to` of it, undefined for a candidate that is new; quick changes may have come between.
   */
  change<T extends PutTarget>(target: T, from: ContentOf<T> | undefined, to: ContentOf<T>): void {
    const base = contentOf(this.state.shown, target);
    this.add({ kind: 'edit', target, base, mine: mergeThreeWay(from, to, base).content });
  }

  /** Changes left over from a page that was closed before they were sent. */
  adopt(edits: readonly Edit[]): void {
    for (const edit of edits) this.add({ kind: 'edit', ...edit });
  }

  remove(target: PutTarget): void {
    this.add({ kind: 'remove', target });
  }

  step(direction: 'undo' | 'redo'): void {
    this.add({ kind: 'step', direction });
  }

  /** The server has said that the build stands at a version: it is read anew where this page has not seen that. */
  heard(version: number): void {
    this.newest = Math.max(this.newest, version);
    void this.pump();
  }

  /** An answer that was read for another reason. */
  received(answer: BuildAnswer): void {
    if (this.busy || answer.version < this.state.stored.version) return;
    this.confirm(answer);
  }

  dismiss(): void {
    this.put({ problem: undefined });
  }

  /** Ends a conflict: fields that both changed stand as chosen, all else of both stays. */
  settle(prefer: 'mine' | 'theirs'): void {
    const [entry] = this.entries;
    if (!this.state.conflict || entry?.kind !== 'edit') return;
    const theirs = contentOf(this.state.stored.build, entry.target);
    const { content } = mergeThreeWay(entry.base, entry.mine, theirs, prefer);
    this.put({ conflict: undefined });
    if (content === undefined) this.entries.shift();
    else this.entries[0] = { ...entry, base: theirs, mine: content };
    this.refresh();
    void this.pump();
  }

  private add(entry: Entry): void {
    this.entries.push(entry);
    this.put({ problem: undefined });
    this.refresh();
    void this.pump();
  }

  private put(part: Partial<QueueState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  /** What is shown follows from what is stored and what waits. */
  private refresh(stored = this.state.stored): void {
    let shown = stored.build;
    const edits: Edit[] = [];
    for (const entry of this.entries) {
      if (entry.kind !== 'edit') continue;
      const { target, base, mine } = entry;
      edits.push({ target, base, mine });
      shown = withContent(shown, target, mergeThreeWay(base, mine, contentOf(shown, target)).content);
    }
    this.journal.keep(edits);
    // Parts that say the same stay the same objects: what rests on them is neither judged nor drawn anew.
    this.put({ stored, shown: replaceEqualDeep(this.state.shown, shown), waiting: this.entries.length });
  }

  private confirm(answer: BuildAnswer): void {
    this.newest = Math.max(this.newest, answer.version);
    const { shown, stored } = this.state;
    const frozen = answer.frozen && replaceEqualDeep(stored.frozen, answer.frozen);
    this.refresh({ ...answer, build: replaceEqualDeep(shown, answer.build), ...(frozen ? { frozen } : {}) });
  }

  /** Sends what waits, one after another, until nothing does. */
  private async pump(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      while (!this.state.conflict) {
        const [entry] = this.entries;
        if (!entry) {
          if (this.newest <= this.state.stored.version) break;
          const answer = await this.transport.read();
          // A version that nobody has, after a restore, is not asked for again and again.
          this.newest = answer.version;
          this.confirm(answer);
        } else if (!(await this.attempt(entry))) break;
      }
    } catch (error) {
      this.failed(error);
    } finally {
      this.busy = false;
    }
  }

  /** Sends one entry. False where the queue has to stop. */
  private async attempt(entry: Entry): Promise<boolean> {
    try {
      const answer = await this.send(entry);
      if (!answer) return false;
      this.entries.shift();
      this.confirm(answer);
      return true;
    } catch (error) {
      const theirs = error instanceof ApiProblem ? (error.body['theirs'] as Build | undefined) : undefined;
      if (error instanceof ApiProblem && error.status === 409 && theirs && entry.kind !== 'step') {
        // The version moved: the same change again, on what stands there now.
        this.confirm({ ...this.state.stored, version: error.body['currentVersion'] as number, build: theirs });
        return true;
      }
      if (error instanceof ApiProblem && error.status === 0) throw error;
      this.entries.shift();
      this.put({ problem: asProblem(error) });
      this.refresh();
      return true;
    }
  }

  private send(entry: Entry): Promise<BuildAnswer> | undefined {
    const { version, build } = this.state.stored;
    if (entry.kind === 'step') return this.transport.step(entry.direction);
    if (entry.kind === 'remove') return this.transport.remove(entry.target, version);
    const { target, base, mine } = entry;
    const { content, conflicts } = mergeThreeWay(base, mine, contentOf(build, target));
    if (conflicts.length === 0) return this.transport.put(target, content, version);
    this.put({ conflict: { target, fields: conflicts, theirs: build, currentVersion: version } });
    return undefined;
  }

  private failed(error: unknown): void {
    const problem = asProblem(error);
    this.put({ problem });
    if (problem.status !== 0) this.newest = this.state.stored.version;
    else setTimeout(() => void this.pump().then(() => this.recovered()), this.againMs);
  }

  /** A server that answers again takes its own word back. */
  private recovered(): void {
    if (this.entries.length === 0 && this.state.problem?.status === 0) this.put({ problem: undefined });
  }
}

const asProblem = (error: unknown): ApiProblem =>
  error instanceof ApiProblem ? error : new ApiProblem(0, { detail: String(error) });
