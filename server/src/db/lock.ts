import { createHash } from 'node:crypto';
import { closeSync, constants, openSync, statSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import path from 'node:path';

/** macOS takes a lock as it opens a file, and gives it back when the process is gone; Node has no names for these. */
const [O_NONBLOCK, O_EXLOCK] = [0x4, 0x20];

const inUse = (by: string): Error =>
  new Error(
    `The data folder is in use by another Sable${by === '' ? '' : ` (process ${by})`}. Stop it first, or choose another folder with --data.`,
  );

/** The same for every name of one folder. */
function nameOf(folder: string): string {
  const { dev, ino } = statSync(folder, { bigint: true });
  return `sable-${createHash('sha256').update(`${dev} ${ino}`).digest('hex').slice(0, 32)}`;
}

/** Who holds it, asked of the holder itself; nothing where it does not answer. */
const holderOf = (address: string): Promise<string> =>
  new Promise((resolve) => {
    const socket = connect(address);
    let said = '';
    socket.setTimeout(1000, () => socket.destroy());
    socket.on('data', (d) => (said += d.toString()));
    socket.on('error', () => {});
    socket.on('close', () => resolve(/^\d+$/.test(said) ? said : ''));
  });

/** A name in the system that only one process can listen at, and that is free again when that process is gone. */
function listenAt(address: string): Promise<() => void> {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => {
      socket.on('error', () => {});
      socket.end(String(process.pid));
    });
    server.on('error', (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EADDRINUSE' && error.code !== 'EACCES') reject(error);
      else void holderOf(address).then((by) => reject(inUse(by)));
    });
    server.listen(address, () => {
      server.unref();
      resolve(() => void server.close());
    });
  });
}

function lockFile(file: string): () => void {
  let held: number;
  try {
    held = openSync(file, constants.O_RDWR | constants.O_CREAT | O_NONBLOCK | O_EXLOCK, 0o600);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EAGAIN') throw inUse('');
    throw error;
  }
  return () => closeSync(held);
}

/**
 * PGlite does not lock its folder, and two processes on one folder lose rows without an error. The lock is one that the system gives back
 * when the process that holds it is gone, however it went: a listener at a name of its own on Linux (abstract) and Windows (a pipe), an
 * exclusive open on macOS. Processes in containers apart see each other’s names only where they share the network.
 * @throws Error in one sentence, with the process that holds it where it answers
 */
export async function takeLock(folder: string): Promise<() => void> {
  if (process.platform === 'darwin') return lockFile(path.join(folder, 'lock'));
  const name = nameOf(folder);
  return listenAt(process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : `\0${name}`);
}
