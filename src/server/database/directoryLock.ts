import { tryLock } from 'fs-native-extensions';
import {
  accessSync,
  chmodSync,
  closeSync,
  constants,
  existsSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readFileSync,
  writeSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** Another process owns the data directory: two on one would corrupt it silently. */
export class DirectoryInUse extends Error {
  override readonly name = 'DirectoryInUse';
  constructor(
    readonly directory: string,
    readonly owner: string,
  ) {
    super(
      `the data directory ${directory} is in use by process ${owner}; stop that one first, or give this one another directory with OSTENDO_DATA`,
    );
  }
}

/** The data directory cannot be made, read or written. */
export class DirectoryUnusable extends Error {
  override readonly name = 'DirectoryUnusable';
  constructor(
    readonly directory: string,
    override readonly cause: NodeJS.ErrnoException,
  ) {
    super(
      `the data directory ${directory} cannot be used (${cause.code ?? cause.message}); it must be one that this process may read and write, or another one with OSTENDO_DATA`,
    );
  }
}

/** Makes what is missing of a path, one by one: Node's own recursion never ends where a file system makes none (/proc). */
function makeDirectory(path: string): void {
  if (existsSync(path)) return;
  makeDirectory(dirname(path));
  mkdirSync(path, { mode: 0o700 });
}

/** @throws {DirectoryUnusable} where it, or the lock in it, cannot be opened for reading and writing */
function openLock(directory: string): number {
  try {
    makeDirectory(resolve(directory));
    chmodSync(directory, 0o700); // one that was made by hand, or by an older version
    accessSync(directory, constants.R_OK | constants.W_OK | constants.X_OK);
    return openSync(join(directory, 'owner.lock'), 'a+', 0o600);
  } catch (error) {
    throw new DirectoryUnusable(directory, error as NodeJS.ErrnoException);
  }
}

/**
 * Takes the directory for this process, by a lock that the kernel keeps on an open file: it is given up with its holder,
 * however that ends, and holds between containers that share a directory and see none of each other's processes. The
 * file stays; what is written in it is only for the message.
 * @returns what releases it
 * @throws {DirectoryInUse} where another process holds it
 * @throws {DirectoryUnusable}
 */
export function lockDirectory(directory: string): () => void {
  const file = openLock(directory);
  if (!tryLock(file)) {
    const owner = readFileSync(file, 'utf8').trim() || 'unknown';
    closeSync(file);
    throw new DirectoryInUse(directory, owner);
  }
  ftruncateSync(file, 0);
  writeSync(file, String(process.pid), 0);
  let held = true;
  return () => {
    if (held) closeSync(file);
    held = false;
  };
}
