import { statfs } from 'node:fs/promises';

/** With less than this free, a database that must write does not for long: bytes. */
export const leastDisk = 200 * 1024 * 1024;
/** So long one look stands, in milliseconds. */
const stands = 1000;

/** Bytes that are free where a directory is; null where nobody can say. */
export const freeIn = async (directory: string): Promise<number | null> => {
  const disk = await statfs(directory).catch(() => null);
  return disk && disk.bavail * disk.bsize;
};

/** Whether there is room to write. */
export type Room = { full(): Promise<boolean> };

/**
 * Nothing is begun that could not be written to its end. Where the data is on a server, its disk is that server's to watch.
 * @param directory where the data is; null on a server
 * @param told that it is full, and that there is room again: once each
 */
export function openRoom(directory: string | null, told: (full: boolean) => void = () => undefined): Room {
  let last = { at: -Infinity, full: Promise.resolve(false) };
  let said = false;
  const look = async (): Promise<boolean> => {
    const free = directory === null ? null : await freeIn(directory);
    const full = free !== null && free < leastDisk;
    if (full !== said) told(full);
    said = full;
    return full;
  };
  return {
    full(): Promise<boolean> {
      if (performance.now() - last.at > stands) last = { at: performance.now(), full: look() };
      return last.full;
    },
  };
}
