import { houseStyle } from '#core/wording/houseStyle';
import type { Given, Paper, PaperKind } from '#server/pdf/paperKinds';
import type { PaperAnswer, PaperOrder } from '#server/pdf/paperThread';
import { callerNow } from '#server/rateLimits/callerNow';
import { CallerGone, openWorkQueue } from '#server/rateLimits/workQueue';
import { startThread } from '#server/threads/startThread';
import { createHash } from 'node:crypto';
import { serialize } from 'node:v8';
import type { Worker } from 'node:worker_threads';

/** Milliseconds after which a paper is not worth its making; an answer to a dispute draws up to a hundred pictures. */
const paperDeadline = 120_000;
/** So many papers are kept after they were made, of so many bytes together, for so many milliseconds. */
const mostKept = 64;
const mostKeptBytes = 24_000_000;
const keptFor = 600_000;
const threadMegabytes = 384;

const queue = openWorkQueue({ atOnce: 2, mostHere: 6, mostInAll: 40 });

type Waiting = { readonly done: (made: unknown) => void; readonly failed: (error: Error) => void };
let thread: Worker | null = null;
let lastId = 0;
const waiting = new Map<number, Waiting>();

/** Whoever waits is told, and the next paper is made by a new thread. */
function giveUp(its: Worker, error: Error): void {
  if (thread !== its) return;
  thread = null;
  const told = [...waiting.values()];
  waiting.clear();
  for (const { failed } of told) failed(error);
  void its.terminate();
}

function opened(): Worker {
  if (thread) return thread;
  const started = startThread('server/pdf/paperThread', {
    env: { NODE_ENV: process.env.NODE_ENV ?? '' }, // no secret of ours is for whoever draws
    resourceLimits: { maxOldGenerationSizeMb: threadMegabytes },
  });
  started.on('message', (answer: PaperAnswer) => {
    const its = waiting.get(answer.id);
    waiting.delete(answer.id);
    if (waiting.size === 0) started.unref();
    if ('made' in answer) its?.done(withBuffers(answer.made));
    else its?.failed(answer.failed);
  });
  started.on('error', (error: Error) => giveUp(started, error));
  started.on('exit', () => giveUp(started, new Error('the thread that makes papers has ended')));
  return (thread = started);
}

/** Made by a thread of its own, so that no other request waits for it. */
function ordered(kind: PaperKind, given: unknown): Promise<unknown> {
  const worker = opened();
  const id = ++lastId;
  return new Promise((done, failed) => {
    const late = setTimeout(() => giveUp(worker, new Error(`a paper took too long: ${kind}`)), paperDeadline);
    const end =
      <T>(told: (value: T) => void) =>
      (value: T): void => {
        clearTimeout(late);
        told(value);
      };
    waiting.set(id, { done: end(done), failed: end(failed) });
    worker.ref();
    worker.postMessage({ id, kind, given, style: houseStyle() } satisfies PaperOrder);
  });
}

type Kept = { readonly made: Promise<unknown>; readonly since: number; bytes: number };
/** By what they were made of; the one asked for last is the last. */
const kept = new Map<string, Kept>();

function dropOld(): void {
  let bytes = [...kept.values()].reduce((sum, each) => sum + each.bytes, 0);
  for (const [key, each] of kept) {
    const old = performance.now() - each.since > keptFor;
    if (!old && kept.size <= mostKept && bytes <= mostKeptBytes) continue;
    kept.delete(key);
    bytes -= each.bytes;
  }
}

type WithContent = { readonly content: Uint8Array };
const hasContent = (made: unknown): made is WithContent =>
  typeof made === 'object' && made !== null && 'content' in made && made.content instanceof Uint8Array;
const bytesOf = (made: unknown): number =>
  made instanceof Uint8Array ? made.length : hasContent(made) ? made.content.length : 0;

const buffer = ({ buffer: its, byteOffset, byteLength }: Uint8Array): Buffer =>
  Buffer.from(its as ArrayBuffer, byteOffset, byteLength);
/** Buffers come out of a thread as plain bytes. */
function withBuffers(made: unknown): unknown {
  if (made instanceof Uint8Array) return buffer(made);
  return hasContent(made) ? { ...made, content: buffer(made.content) } : made;
}

/**
 * A paper of that kind. The same of the same values is made once, also for many who ask at a time, and kept for a while.
 * @throws {TooMuchWork} where the caller's network, or strangers together, have too many on the way
 * @throws {CallerGone} where nobody waits for it any more
 */
export async function makePaper<K extends PaperKind>(kind: K, given: Given<K>): Promise<Paper<K>> {
  const key = createHash('sha256')
    .update(serialize([kind, given, houseStyle()]))
    .digest('base64');
  dropOld();
  const known = kept.get(key);
  if (known) {
    kept.delete(key);
    kept.set(key, known);
    try {
      return (await known.made) as Paper<K>;
    } catch (error) {
      // Whoever had asked first has gone, and this one has not.
      if (error instanceof CallerGone && !callerNow()?.ended?.aborted) return makePaper(kind, given);
      throw error;
    }
  }
  const entry: Kept = { made: queue(() => ordered(kind, given)), since: performance.now(), bytes: 0 };
  kept.set(key, entry);
  try {
    const made = await entry.made;
    entry.bytes = bytesOf(made);
    return made as Paper<K>;
  } catch (error) {
    if (kept.get(key) === entry) kept.delete(key);
    throw error;
  }
}
