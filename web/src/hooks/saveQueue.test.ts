import type { Build, BuildAnswer, Candidate } from '@sable/core';
import fc from 'fast-check';
import { tug } from '../../../core/test/demo.ts';
import { contentOf, withContent, type PutTarget } from './buildTarget.ts';
import { ApiProblem } from './problem.ts';
import { SaveQueue, type Edit, type Transport } from './saveQueue.ts';

/** A server of one build, as strict about versions as the true one; it can be slow, gone, or refuse. */
class Server {
  version = 1;
  build: Build = tug;
  gone = false;
  refuse: string | undefined;
  puts = 0;
  /** What is done just before a write is looked at: somebody else's change. */
  before: (() => void) | undefined;
  wait: () => Promise<void> = () => Promise.resolve();

  answer = (): BuildAnswer => ({ version: this.version, build: this.build, undo: null, redo: null });

  /** Somebody else's change. */
  other(target: PutTarget, content: unknown): void {
    this.build = withContent(this.build, target, content);
    this.version++;
  }

  private async write(version: number, next: () => Build): Promise<BuildAnswer> {
    await this.wait();
    if (this.gone) throw new ApiProblem(0, { detail: 'no answer' });
    const first = this.before;
    this.before = undefined;
    first?.();
    if (this.refuse !== undefined) throw new ApiProblem(422, { detail: this.refuse });
    if (version !== this.version)
      throw new ApiProblem(409, { detail: 'moved', currentVersion: this.version, theirs: this.build });
    this.puts++;
    this.build = next();
    this.version++;
    return this.answer();
  }

  transport: Transport = {
    put: (target, content, version) => this.write(version, () => withContent(this.build, target, content)),
    remove: (target, version) => this.write(version, () => withContent(this.build, target, undefined)),
    step: () => this.write(this.version, () => this.build),
    read: () => Promise.resolve(this.answer()),
  };
}

const kept: (readonly Edit[])[] = [];
const start = (server = new Server()) => ({
  server,
  queue: new SaveQueue(server.answer(), server.transport, { keep: (edits) => void kept.push(edits) }, 1),
});
const settled = async (queue: SaveQueue) => {
  for (let i = 0; i < 500 && queue.getState().waiting > 0 && !queue.getState().conflict; i++)
    await new Promise((resolve) => setTimeout(resolve, 1));
};
const candidateOf = (build: Build, id = 'c'): Candidate => build.candidates.find((c) => c.id === id)!;
const TARGET = 'candidates/c';

describe('the queue of changes', () => {
  test('shows a change at once, saves it, and keeps what did not change the very same', async () => {
    const { server, queue } = start();
    const from = candidateOf(tug);
    queue.change(TARGET, from, { ...from, name: 'Renamed' });
    expect(candidateOf(queue.getState().shown).name).toBe('Renamed');
    expect(queue.getState().shown.chassis).toBe(tug.chassis);
    await settled(queue);
    expect(candidateOf(server.build).name).toBe('Renamed');
    expect(queue.getState().stored.version).toBe(2);
    expect(queue.getState().shown.chassis).toBe(tug.chassis);
  });

  test('two changes made of the same drawing are both kept, in any order of fields', async () => {
    const { server, queue } = start();
    const drawn = candidateOf(tug);
    queue.change(TARGET, drawn, { ...drawn, name: 'First gear ratio' });
    // The page has not drawn the first yet: the second is made of what was there before.
    queue.change(TARGET, drawn, { ...drawn, whyNot: 'Second' });
    await settled(queue);
    expect(candidateOf(server.build)).toMatchObject({ name: 'First gear ratio', whyNot: 'Second' });
    expect(server.puts).toBe(2);
  });

  test('whatever order of edits of fields, each field ends as it was last set', async () => {
    const edit = fc.record({ field: fc.constantFrom('name', 'whyNot'), words: fc.string({ minLength: 1 }) });
    await fc.assert(
      fc.asyncProperty(fc.array(edit, { minLength: 1, maxLength: 8 }), fc.boolean(), async (edits, stale) => {
        const { server, queue } = start();
        const last: Record<string, string> = {};
        for (const { field, words } of edits) {
          const from = candidateOf(stale ? tug : queue.getState().shown);
          if (from[field as 'name'] === words) continue;
          queue.change(TARGET, from, { ...from, [field]: words });
          last[field] = words;
        }
        await settled(queue);
        expect(candidateOf(server.build)).toMatchObject(last);
      }),
      { numRuns: 40 },
    );
  });

  test('somebody else’s change of another field: both kept, nobody is asked', async () => {
    const { server, queue } = start();
    server.before = () => server.other('brief', { ...tug.brief, purpose: 'Theirs' });
    queue.change('name', { name: tug.name }, { name: 'Mine' });
    await settled(queue);
    expect(queue.getState().conflict).toBeUndefined();
    expect(server.build).toMatchObject({ name: 'Mine', brief: { purpose: 'Theirs' } });
    expect(queue.getState().shown.brief.purpose).toBe('Theirs');
  });

  test.each(['mine', 'theirs'] as const)(
    'the same field: asked, and %s is kept with all else of both',
    async (choice) => {
      const { server, queue } = start();
      const from = candidateOf(tug);
      server.before = () => server.other(TARGET, { ...from, finalDrive: 4.22, name: 'Theirs' });
      queue.change(TARGET, from, { ...from, finalDrive: 4.44, whyNot: 'Mine' });
      await settled(queue);
      expect(queue.getState().conflict).toMatchObject({
        target: TARGET,
        currentVersion: 2,
        fields: [{ pointer: '/finalDrive', mine: 4.44, theirs: 4.22 }],
      });
      expect(candidateOf(queue.getState().shown).finalDrive).toBe(4.44);
      queue.settle(choice);
      await settled(queue);
      expect(queue.getState().conflict).toBeUndefined();
      expect(candidateOf(server.build)).toMatchObject({
        finalDrive: choice === 'mine' ? 4.44 : 4.22,
        name: 'Theirs',
        whyNot: 'Mine',
      });
    },
  );

  test('a server that does not answer: kept, told, sent when it is there again, and the word taken back', async () => {
    const { server, queue } = start();
    server.gone = true;
    const from = candidateOf(tug);
    queue.change(TARGET, from, { ...from, name: 'Kept' });
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(queue.getState()).toMatchObject({ waiting: 1, problem: { status: 0 } });
    expect(candidateOf(queue.getState().shown).name).toBe('Kept');
    expect(kept.at(-1)).toEqual([{ target: TARGET, base: from, mine: { ...from, name: 'Kept' } }]);
    server.gone = false;
    await settled(queue);
    await new Promise((resolve) => setTimeout(resolve, 2));
    expect(candidateOf(server.build).name).toBe('Kept');
    expect(queue.getState().problem).toBeUndefined();
    expect(kept.at(-1)).toEqual([]);
  });

  test('what the server refuses is put back and told; what came after goes on', async () => {
    const { server, queue } = start();
    const from = candidateOf(tug);
    server.refuse = 'No such letter.';
    queue.change(TARGET, from, { ...from, letter: 'A' });
    await settled(queue);
    expect(queue.getState()).toMatchObject({ waiting: 0, problem: { status: 422 } });
    expect(queue.getState().problem!.message).toBe('No such letter.');
    expect(candidateOf(queue.getState().shown)).toEqual(from);
    server.refuse = undefined;
    queue.change(TARGET, from, { ...from, name: 'Next' });
    expect(queue.getState().problem).toBeUndefined();
    await settled(queue);
    expect(candidateOf(server.build).name).toBe('Next');
  });

  test('an undo waits for the changes before it', async () => {
    const { server, queue } = start();
    const order: string[] = [];
    const { transport } = server;
    server.transport = transport;
    const spied = new SaveQueue(
      server.answer(),
      {
        ...transport,
        put: (...args) => (order.push('put'), transport.put(...args)),
        step: (direction) => (order.push(direction), transport.step(direction)),
      },
      { keep: () => undefined },
    );
    const from = candidateOf(tug);
    spied.change(TARGET, from, { ...from, name: 'A' });
    spied.step('undo');
    await settled(spied);
    expect(order).toEqual(['put', 'undo']);
    expect(queue.getState().waiting).toBe(0);
  });

  test('heard of a newer version it reads; of its own it does not', async () => {
    const { server, queue } = start();
    server.other('name', { name: 'Elsewhere' });
    queue.heard(2);
    await new Promise((resolve) => setTimeout(resolve, 2));
    expect(queue.getState().shown.name).toBe('Elsewhere');
    const before = queue.getState();
    queue.heard(2);
    await new Promise((resolve) => setTimeout(resolve, 2));
    expect(queue.getState()).toBe(before);
  });

  test('an older answer never takes a newer one’s place', () => {
    const { server, queue } = start();
    queue.received({ ...server.answer(), version: 7, build: { ...tug, name: 'New' } });
    queue.received({ ...server.answer(), version: 3, build: { ...tug, name: 'Old' } });
    expect(queue.getState().shown.name).toBe('New');
  });

  test('a candidate taken out elsewhere while it is changed here is a conflict; theirs lets it go', async () => {
    const { server, queue } = start();
    const from = candidateOf(tug);
    server.before = () => server.other(TARGET, undefined);
    queue.change(TARGET, from, { ...from, name: 'Mine' });
    await settled(queue);
    expect(queue.getState().conflict?.fields).toMatchObject([{ pointer: '', theirs: undefined }]);
    queue.settle('theirs');
    await settled(queue);
    expect(contentOf(server.build, TARGET)).toBeUndefined();
    expect(contentOf(queue.getState().shown, TARGET)).toBeUndefined();
  });

  test('two people, any edits of any fields at any pace: every field is as one of them last set it', async () => {
    const FIELDS = ['name', 'whyNot', 'tyreCode'] as const;
    const edit = fc.record({ who: fc.integer({ min: 0, max: 1 }), field: fc.constantFrom(...FIELDS), n: fc.nat(9) });
    await fc.assert(
      fc.asyncProperty(fc.array(edit, { maxLength: 12 }), fc.infiniteStream(fc.nat(2)), async (edits, pace) => {
        const server = new Server();
        server.wait = () => new Promise((resolve) => setTimeout(resolve, pace.next().value));
        const people = [start(server).queue, start(server).queue];
        const set: Record<string, Set<string>> = {};
        for (const { who, field, n } of edits) {
          const from = candidateOf(people[who]!.getState().shown);
          const value = `${who}-${n}`;
          if (from[field] === value) continue;
          people[who]!.change(TARGET, from, { ...from, [field]: value });
          (set[field] ??= new Set([candidateOf(tug)[field]])).add(value);
        }
        for (let i = 0; i < 2000; i++) {
          for (const queue of people) if (queue.getState().conflict) queue.settle(i % 2 === 0 ? 'mine' : 'theirs');
          if (people.every((q) => q.getState().waiting === 0)) break;
          await new Promise((resolve) => setTimeout(resolve, 1));
        }
        const end = candidateOf(server.build);
        for (const field of FIELDS) {
          if (!set[field]) expect(end[field]).toBe(candidateOf(tug)[field]);
          else expect([...set[field]]).toContain(end[field]);
        }
        expect(people.map((q) => q.getState().waiting)).toEqual([0, 0]);
      }),
      { numRuns: 25 },
    );
  });
});
