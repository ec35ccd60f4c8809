import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test as base, type Page } from '@playwright/test';
import type { Build } from '@sable/core';

const root = path.resolve(import.meta.dirname, '..');

/** A Sable of its own on a data folder of its own, started as a person starts it. */
export class Sable {
  readonly folder = mkdtempSync(path.join(tmpdir(), 'sable-e2e-'));
  url = '';
  private child: ChildProcess | undefined;

  /** A folder with the demo already in it, copied for each new Sable: making a database takes seconds. */
  static template: string | undefined;

  constructor(fromTemplate = true) {
    if (fromTemplate && Sable.template) cpSync(Sable.template, this.folder, { recursive: true });
  }

  async start(...options: string[]): Promise<void> {
    const child = spawn(
      process.execPath,
      [
        path.join(root, 'server/dist/main.mjs'),
        '--port',
        this.url === '' ? '0' : new URL(this.url).port,
        '--data',
        this.folder,
        ...options,
      ],
      { cwd: root },
    );
    this.child = child;
    let said = '';
    this.url = await new Promise<string>((resolve, reject) => {
      child.stdout.on('data', (d: Buffer) => {
        said += d.toString();
        const found = /ready at (http:\S+)/.exec(said)?.[1];
        if (found) resolve(found);
      });
      child.stderr.on('data', (d: Buffer) => (said += d.toString()));
      child.on('exit', () => reject(new Error(`Sable did not start: ${said}`)));
    });
  }

  /** Ends it: kindly, or as a power cut would. */
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<number | null> {
    const { child } = this;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    const gone = new Promise<number | null>((resolve) => child.on('exit', (code) => resolve(code)));
    child.kill(signal);
    return gone;
  }

  async build(id = 'glider-tug'): Promise<{ version: number; build: Build }> {
    const response = await fetch(`${this.url}/api/v1/builds/${id}`);
    return (await response.json()) as { version: number; build: Build };
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

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Tests share one Sable with the demo shop for each worker; each test puts back what it changed, or starts its own. */
export const test = base.extend<{ go: (path: string) => Promise<void>; quiet: void }, { sable: Sable }>({
  sable: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const first = new Sable(false);
      await first.start();
      await first.stop();
      Sable.template = first.folder;
      const sable = new Sable();
      await sable.start();
      await use(sable);
      first.remove();
      await sable.stop();
      sable.remove();
    },
    { scope: 'worker' },
  ],
  go: async ({ page, sable }, use) => {
    await use(async (to) => {
      await page.goto(sable.url + to);
    });
  },
  // Any error in the console fails the test, whatever it looked at; refused requests are told by the browser and expected.
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('console', (m) => {
        if (m.type() === 'error' && !/Failed to load resource/.test(m.text())) errors.push(m.text());
      });
      page.on('pageerror', (e) => errors.push(e.message));
      await use();
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
