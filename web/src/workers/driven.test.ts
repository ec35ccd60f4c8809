import { Driver, STOPPED } from './driven.ts';

/** Work that goes on until it is stopped, or for so many rounds; each keeps the thread busy longer than a slice. */
function* rounds(name: string, count: number, heard: string[]): Generator<number, string> {
  for (let n = 1; n <= count; n++) {
    const until = performance.now() + 45;
    while (performance.now() < until);
    heard.push(`${name}${n}`);
    yield n;
  }
  return `${name} done`;
}

const nothing = () => undefined;

test('work is done to its end, and what it comes to is answered', async () => {
  const told: number[] = [];
  await expect(new Driver().run(1, rounds('a', 3, []), (n) => told.push(n))).resolves.toBe('a done');
  expect(told).toEqual([1, 2, 3]);
});

test('short work is not told about: it is done before anybody could look', async () => {
  function* quick(): Generator<number, number> {
    for (let n = 0; n < 100; n++) yield n;
    return 7;
  }
  const told: number[] = [];
  await expect(new Driver().run(1, quick(), (n) => told.push(n))).resolves.toBe(7);
  expect(told).toEqual([]);
});

test('two pieces of work take turns, and both come to their end', async () => {
  const driver = new Driver();
  const heard: string[] = [];
  const both = [driver.run(1, rounds('a', 3, heard), nothing), driver.run(2, rounds('b', 3, heard), nothing)];
  await expect(Promise.all(both)).resolves.toEqual(['a done', 'b done']);
  expect(heard).toEqual(['a1', 'b1', 'a2', 'b2', 'a3', 'b3']);
});

test('stopped by its ticket it ends in the next pause, and the other goes on', async () => {
  const driver = new Driver();
  const heard: string[] = [];
  const first = driver.run(1, rounds('a', 50, heard), nothing);
  const second = driver.run(2, rounds('b', 2, heard), nothing);
  driver.stop(1);
  await expect(first).rejects.toThrow(STOPPED);
  await expect(second).resolves.toBe('b done');
  expect(heard.filter((h) => h.startsWith('a')).length).toBe(1);
});

test('a ticket that is done, or never was, can be stopped without harm', async () => {
  const driver = new Driver();
  driver.stop(9);
  await driver.run(1, rounds('a', 1, []), nothing);
  driver.stop(1);
  await expect(driver.run(1, rounds('a', 2, []), nothing)).resolves.toBe('a done');
});

test('a fault of the work is the asker’s to hear, and leaves the driver fit for more', async () => {
  function* broken(): Generator<number, number> {
    yield 1;
    throw new Error('no curve');
  }
  const driver = new Driver();
  await expect(driver.run(1, broken(), nothing)).rejects.toThrow('no curve');
  await expect(driver.run(1, rounds('a', 1, []), nothing)).resolves.toBe('a done');
});
