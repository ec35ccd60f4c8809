import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');

/** A Sable of its own on a data folder of its own, started as a person starts it. */
export class RunningSable {
  readonly folder = mkdtempSync(path.join(tmpdir(), 'sable-run-'));
  url = '';
  pid = 0;
  private child: ChildProcess | undefined;

  /** A folder with the demo already in it, copied for each new Sable: making a database takes seconds. */
  static readonly template = process.env['SABLE_TEMPLATE'];

  constructor(fromTemplate = true) {
    if (fromTemplate && RunningSable.template) cpSync(RunningSable.template, this.folder, { recursive: true });
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
    this.pid = child.pid ?? 0;
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
    if (!child || child.exitCode !== null || child.signalCode !== null) return child?.exitCode ?? null;
    const gone = new Promise<number | null>((resolve) => child.on('exit', (code) => resolve(code)));
    child.kill(signal);
    return gone;
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
