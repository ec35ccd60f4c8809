import { BrowserJournal, type Store } from './journal.ts';
import type { Edit } from './saveQueue.ts';

class MemoryStore implements Store {
  readonly map = new Map<string, string>();
  full = false;
  get length() {
    return this.map.size;
  }
  key = (i: number) => [...this.map.keys()][i] ?? null;
  getItem = (key: string) => this.map.get(key) ?? null;
  removeItem = (key: string) => void this.map.delete(key);
  setItem = (key: string, value: string) => {
    if (this.full) throw new Error('QuotaExceeded');
    this.map.set(key, value);
  };
}

const EDIT: Edit = { target: 'name', base: { name: 'a' }, mine: { name: 'b' } };
const gone = () => Promise.resolve();
const taken = async (journal: BrowserJournal, when: ((tab: string) => Promise<void>) | undefined) => {
  const edits: Edit[] = [];
  await journal.adopt(when, (left) => edits.push(...left));
  return edits;
};

test('what a tab that is gone left is handed over once, and no other build’s', async () => {
  const store = new MemoryStore();
  new BrowserJournal(store, 'one', 'dead').keep([EDIT]);
  new BrowserJournal(store, 'two', 'dead').keep([{ ...EDIT, target: 'brief' }]);
  const next = new BrowserJournal(store, 'one', 'alive');
  expect(await taken(next, gone)).toEqual([EDIT]);
  expect(await taken(next, gone)).toEqual([]);
  expect(store.length).toBe(1);
});

test('a tab that is still open keeps its own until it goes', async () => {
  const store = new MemoryStore();
  new BrowserJournal(store, 'one', 'other').keep([EDIT]);
  let leave = (): void => undefined;
  const wait = (tab: string) => {
    expect(tab).toBe('other');
    return new Promise<void>((resolve) => (leave = resolve));
  };
  const edits: Edit[] = [];
  const adopted = new BrowserJournal(store, 'one', 'mine').adopt(wait, (left) => edits.push(...left));
  await Promise.resolve();
  expect(edits).toEqual([]);
  leave();
  await adopted;
  expect(edits).toEqual([EDIT]);
});

test('where nothing tells whether a tab is open, only what is old is taken', async () => {
  const store = new MemoryStore();
  new BrowserJournal(store, 'one', 'fresh').keep([EDIT]);
  store.setItem('sable-unsaved:one:old', JSON.stringify({ at: Date.now() - 60_000, edits: [EDIT] }));
  expect(await taken(new BrowserJournal(store, 'one', 'mine'), undefined)).toEqual([EDIT]);
  expect(store.map.has('sable-unsaved:one:fresh')).toBe(true);
});

test('saved means forgotten; a full, broken or refused store is no fault', async () => {
  const store = new MemoryStore();
  const journal = new BrowserJournal(store, 'one', 'mine');
  journal.keep([EDIT]);
  expect(store.length).toBe(1);
  journal.keep([]);
  expect(store.length).toBe(0);
  store.full = true;
  expect(() => journal.keep([EDIT])).not.toThrow();
  store.map.set('sable-unsaved:one:broken', '{nonsense');
  store.map.set('sable-unsaved:one:strange', '{"edits":7}');
  expect(await taken(journal, gone)).toEqual([]);
  expect(await taken(new BrowserJournal(undefined, 'one', 'mine'), gone)).toEqual([]);
});
