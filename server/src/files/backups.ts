import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { getISOWeek, getISOWeekYear } from 'date-fns';
import type { Db } from '../db/db.ts';
import { writeShopFile } from './shopFile.ts';

/** The newest of each of so many days, and of each of so many weeks. */
const KEPT = { days: 7, weeks: 4 } as const;
const NAME = /^sable-(\d{4}-\d{2}-\d{2})\.jsonl\.gz$/;
/** The first one waits until whoever starts it has begun to work. */
const FIRST_AFTER_MS = 5 * 60_000;
const LOOK_EVERY_MS = 60 * 60_000;

/** Beside the data folder, not in it: whatever happens to that does not happen to these. */
export const backupFolder = (folder: string): string => `${path.resolve(folder)}-backups`;
const dayOf = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');

/** Of the days of which there is a backup, those that are kept: the last 7, and the newest of each of the last 4 weeks that have one. */
export function keptDays(days: readonly string[]): string[] {
  const newest = [...days].sort().reverse();
  const weekOf = (day: string) => {
    const at = new Date(`${day}T12:00:00`);
    return `${getISOWeekYear(at)} ${getISOWeek(at)}`;
  };
  const weeks = [...new Set(newest.map(weekOf))].slice(0, KEPT.weeks);
  return newest.filter(
    (day, i) => i < KEPT.days || (weeks.includes(weekOf(day)) && newest.find((d) => weekOf(d) === weekOf(day)) === day),
  );
}

function backupsIn(folder: string): { readonly file: string; readonly day: string }[] {
  const at = backupFolder(folder);
  if (!existsSync(at)) return [];
  return readdirSync(at)
    .flatMap((name) => {
      const day = NAME.exec(name)?.[1];
      return day === undefined ? [] : [{ file: path.join(at, name), day }];
    })
    .sort((a, b) => b.day.localeCompare(a.day));
}

export const newestBackup = (folder: string): string | undefined => backupsIn(folder)[0]?.file;

/** The whole shop into a file; under another name until it is whole. */
export async function writeBackup(db: Db, file: string): Promise<void> {
  mkdirSync(path.dirname(path.resolve(file)), { recursive: true });
  const making = `${file}.${process.pid}`;
  try {
    await pipeline(await writeShopFile(db), createWriteStream(making));
    renameSync(making, file);
  } catch (error) {
    rmSync(making, { force: true });
    throw error;
  }
}

/** Today’s backup, and the old ones that are no longer kept away. */
export async function backUpToday(db: Db, folder: string, now = new Date()): Promise<string> {
  const file = path.join(backupFolder(folder), `sable-${dayOf(now)}.jsonl.gz`);
  await writeBackup(db, file);
  const all = backupsIn(folder);
  const kept = new Set(keptDays(all.map((b) => b.day)));
  for (const { file: old, day } of all) if (!kept.has(day)) rmSync(old, { force: true });
  return file;
}

/** Makes one a day while the server runs. */
export function keepBackups(db: Db, folder: string, failed: (why: unknown) => void): void {
  const look = () => {
    if (backupsIn(folder)[0]?.day === dayOf(new Date())) return;
    backUpToday(db, folder).catch(failed);
  };
  setTimeout(look, FIRST_AFTER_MS).unref();
  setInterval(look, LOOK_EVERY_MS).unref();
}
