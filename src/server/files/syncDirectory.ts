import { closeSync, fsyncSync, openSync } from 'node:fs';

/** That a file is there, by its name, survives a power cut only once its directory is on the disk as well. */
export function syncDirectory(directory: string): void {
  const opened = openSync(directory, 'r');
  fsyncSync(opened);
  closeSync(opened);
}
