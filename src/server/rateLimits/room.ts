import { access, constants, statfs } from 'node:fs/promises';
import { join } from 'node:path';

/** With less than this free, a database that must write does not for long: bytes. */
export const leastDisk = 200 * 1024 * 1024;
/** So long one look stands, in milliseconds. */
const stands = 1000;

/** Bytes that are free where a directory is; null where nobody can say. */
export const freeIn = async (directory: string): Promise<number | null> => {
  const disk = await statfs(directory).catch(() => null);
  return disk && disk.bavail * disk.bsize;
};

/** Why nothing can be written where the data is; null where it can. */
export type Stop = 'disk_full' | 'disk_read_only' | null;

/** Tells whether there is anything in the way of writing. */
export type Room = { stop(): Promise<Stop> };

/** Neither the directory nor what the database keeps in it may have become somebody else's, or read-only. */
const isWritable = async (directory: string): Promise<boolean> => {
  const may = [directory, join(directory, 'postgres')].map((each) => access(each, constants.W_OK));
  const refused = (await Promise.allSettled(may)).filter((each) => each.status === 'rejected');
  return !refused.some(({ reason }) => /^(EACCES|EPERM|EROFS)$/.test((reason as NodeJS.ErrnoException).code ?? ''));
};

/**
 * Nothing is begun that could not be written to its end. Where the data is on a server, its disk is that server's to watch.
 * @param directory where the data is; null on a server
 * @param told why nothing can be written, and that it can again: once each
 */
export function openRoom(directory: string | null, told: (stop: Stop) => void = () => undefined): Room {
  let last = { at: -Infinity, stop: Promise.resolve<Stop>(null) };
  let said: Stop = null;
  const stopOf = async (where: string): Promise<Stop> => {
    if (!(await isWritable(where))) return 'disk_read_only';
    const free = await freeIn(where);
    return free !== null && free < leastDisk ? 'disk_full' : null;
  };
  const look = async (): Promise<Stop> => {
    const stop = directory === null ? null : await stopOf(directory);
    if (stop !== said) told(stop);
    said = stop;
    return stop;
  };
  return {
    stop(): Promise<Stop> {
      if (performance.now() - last.at > stands) last = { at: performance.now(), stop: look() };
      return last.stop;
    },
  };
}
