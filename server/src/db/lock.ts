import { closeSync, openSync, readFileSync, unlinkSync, writeSync } from 'node:fs';

/**
 * PGlite does not lock its folder, and two processes on one folder lose rows without an error: a file beside it names
 * the process that has it. One left by a dead process is taken over.
 */
export function takeLock(file: string): () => void {
  for (let attempt = 0; attempt < 2; attempt++) {
    try {
      const fd = openSync(file, 'wx');
      writeSync(fd, String(process.pid));
      closeSync(fd);
      return () => {
        try {
          unlinkSync(file);
        } catch {
          // Already gone: nothing to give back.
        }
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const holder = Number(readFileSync(file, 'utf8'));
      if (isAlive(holder))
        throw new Error(
          `The data folder is in use by another Sable (process ${holder}). Stop it first, or choose another folder with --data.`,
          { cause: error },
        );
      unlinkSync(file);
    }
  }
  throw new Error(`The data folder could not be locked (${file}).`);
}

function isAlive(pid: number): boolean {
  if (!(pid > 0) || pid === process.pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
