import { BackupFailed, shortestPassphrase } from '#server/backup/format';
import type { Encrypter } from 'age-encryption';
import { open, rename, rm } from 'node:fs/promises';
import { createReadStream, createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { dirname } from 'node:path';
import { createInterface } from 'node:readline';
import { PassThrough, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ReadableStream as WebStream } from 'node:stream/web';
import { createGunzip, createGzip } from 'node:zlib';

type Bytes = Parameters<Encrypter['encrypt']>[0] & ReadableStream;
// By iteration, so that what fails on the way is thrown to whoever reads: adapters of streams lose it.
const web = (stream: AsyncIterable<Uint8Array>): Bytes => WebStream.from(stream) as unknown as Bytes;
const node = (stream: ReadableStream<Uint8Array>): Readable => Readable.from(stream);

/** Each guess at a passphrase costs 2^15 rounds of scrypt and 32 MB: a server that works on can spare that. */
const workFactor = 15;

/** @throws {BackupFailed} where there is none, or one that could be guessed */
export function checkedPassphrase(given: string | undefined): string {
  if (given && given.length >= shortestPassphrase) return given;
  const wanted = `a passphrase of at least ${shortestPassphrase} letters`;
  throw new BackupFailed('passphrase_missing', `OSTENDO_BACKUP_PASSPHRASE: ${wanted}`);
}

/** Written whole and on the disk before it has its name, so that no half of a backup is ever taken for one. */
export async function sealLines(
  file: string,
  passphrase: string,
  writeAll: (write: (line: string) => Promise<void>) => Promise<void>,
): Promise<void> {
  const draft = `${file}.part`;
  const lines = new PassThrough();
  const age = await import('age-encryption');
  const encrypter = new age.Encrypter();
  encrypter.setPassphrase(passphrase);
  encrypter.setScryptWorkFactor(workFactor);
  const gzip = createGzip();
  const packed = pipeline(lines, gzip);
  packed.catch(() => undefined);
  const sealed = await encrypter.encrypt(web(gzip));
  const target = createWriteStream(draft, { mode: 0o600, flush: true });
  const closed = new Promise<void>((resolve) => target.once('close', resolve));
  const written = pipeline(node(sealed), target);
  try {
    const all = writeAll(async (line) => {
      if (!lines.write(`${line}\n`)) await Promise.race([once(lines, 'drain'), written]);
    }).then(
      () => lines.end(),
      (error: unknown) => {
        lines.destroy(error as Error);
        throw error;
      },
    );
    await Promise.all([all, written]);
    await rename(draft, file);
    const directory = await open(dirname(file));
    await directory.sync();
    await directory.close();
  } catch (error) {
    // What fails at once can do so while the draft is still being opened: taken away then, it would come afterwards.
    target.destroy();
    await closed;
    await rm(draft, { force: true });
    throw error;
  }
}

/**
 * The lines of a sealed file, one after the other.
 * @throws {BackupFailed} where it is none, the passphrase another, or a part of it is missing or was changed
 */
export async function* openLines(file: string, passphrase: string): AsyncGenerator<string> {
  const age = await import('age-encryption');
  const decrypter = new age.Decrypter();
  decrypter.addPassphrase(passphrase);
  let opened: ReadableStream<Uint8Array>;
  try {
    opened = (await decrypter.decrypt(web(createReadStream(file)))) as ReadableStream<Uint8Array>;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw error;
    throw new BackupFailed('backup_not_opened', 'it is no backup, or the passphrase is another');
  }
  const unpacked = createGunzip();
  const reading = pipeline(node(opened), unpacked);
  reading.catch(() => undefined);
  try {
    yield* createInterface({ input: unpacked, crlfDelay: Infinity });
    await reading;
  } catch {
    throw new BackupFailed('backup_damaged', 'a part of it is missing or was changed');
  }
}
