import { expect, test as base, type ConsoleMessage, type Page } from '@playwright/test';
import type { Assessment, Build } from '@sable/core';
import { Desk } from './desk.ts';
import { RunningSable } from './running.ts';
import { Walker } from './walker.ts';

/** A running Sable that tests can ask about what it stored and what it computes. */
export class Sable extends RunningSable {
  async build(id = 'glider-tug'): Promise<{ version: number; build: Build }> {
    const response = await fetch(`${this.url}/api/v1/builds/${id}`);
    return (await response.json()) as { version: number; build: Build };
  }

  /** A candidate as the sum over HTTP judges it, with the library as it is. */
  async judged(build: Build, candidateId: string): Promise<Assessment> {
    const library: unknown = await (await fetch(`${this.url}/api/v1/library`)).json();
    return this.sum('assess', { build, candidateId, library });
  }

  /** Writes a part of a build as another program would. */
  async put(what: string, content: unknown, id = 'glider-tug'): Promise<void> {
    const { version } = await this.build(id);
    const response = await fetch(`${this.url}/api/v1/builds/${id}/${what}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${version}"` },
      body: JSON.stringify(content),
    });
    expect(response.status, await response.text()).toBeLessThan(300);
  }

  async row<T>(kind: string, id: string): Promise<T> {
    return (await (await fetch(`${this.url}/api/v1/library/${kind}/${id}`)).json()) as T;
  }

  /** Writes a row of the library as another program would. */
  async putRow(kind: string, id: string, row: unknown): Promise<void> {
    const path = `${this.url}/api/v1/library/${kind}/${id}`;
    const version = (await fetch(path)).headers.get('etag')!;
    const response = await fetch(path, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': version },
      body: JSON.stringify(row),
    });
    expect(response.status, await response.text()).toBeLessThan(300);
  }

  /** Puts survey and candidates back as they were. */
  async putBack(was: Build): Promise<void> {
    await this.put('chassis', was.chassis, was.id);
    for (const candidate of was.candidates) await this.put(`candidates/${candidate.id}`, candidate, was.id);
    expect((await this.build(was.id)).build).toEqual(was);
  }

  async sum<T>(name: string, input: unknown): Promise<T> {
    const response = await fetch(`${this.url}/api/v1/sums/${name}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
    });
    expect(response.status, await response.clone().text()).toBe(200);
    return (await response.json()) as T;
  }
}

/** Tests share one Sable with the demo shop for each worker; each test puts back what it changed, or starts its own. */
export const test = base.extend<
  { go: (path: string) => Promise<void>; quiet: void },
  { sable: Sable; desk: Desk; walkers: readonly Walker[] }
>({
  sable: [
    // oxlint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const sable = new Sable();
      await sable.start();
      await use(sable);
      await sable.stop();
      sable.remove();
    },
    // Making a database takes a while on a busy machine.
    { scope: 'worker', timeout: 180_000 },
  ],
  desk: [
    async ({ browser, sable }, use) => {
      const desk = new Desk(browser, sable.url);
      await use(desk);
      await desk.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ desk }, use) => {
    await use(await desk.fresh());
  },
  walkers: [
    async ({ browser, sable }, use) => {
      const walkers = await Promise.all(
        (['day', 'night', 'phone'] as const).map((mode) => Walker.start(browser, sable.url, mode)),
      );
      await use(walkers);
      await Promise.all(walkers.map((w) => w.end()));
    },
    { scope: 'worker' },
  ],
  go: async ({ desk }, use) => {
    await use((to) => desk.go(to));
  },
  // Any error in the console fails the test, whatever it looked at; refused requests are told by the browser and expected.
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      const hear = (m: ConsoleMessage) => {
        if (m.type() === 'error' && !/Failed to load resource/.test(m.text()))
          errors.push(`${m.text()} (${new URL(page.url()).pathname})`);
      };
      const broke = (e: Error) => errors.push(e.message);
      page.on('console', hear).on('pageerror', broke);
      await use();
      page.off('console', hear).off('pageerror', broke);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** The cell of the line-up of a candidate and a check: a button whose name says figure, unit and state. */
export const cell = (page: Page, letter: string, title: string) =>
  page.getByRole('button', { name: new RegExp(`^${letter}, ${title}:`) });

export const chip = (page: Page, letter: string) =>
  page.getByRole('group', { name: 'Candidates' }).getByRole('button', { name: new RegExp(`^${letter} ?`) });
