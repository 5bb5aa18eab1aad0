import { ok, refuse, type Result } from '#core/result';
import { openWorkQueue } from '#server/rateLimits/workQueue';
import { spawn } from 'node:child_process';
import { join } from 'node:path';

export type PictureRefusal = { readonly code: 'file_unreadable' };
export type Picture = { readonly content: Buffer; readonly width: number; readonly height: number };

/** Of both sides together; a picture of a few bytes can unfold to far more than memory holds. */
const mostPixels = 50_000_000;
const widest = 1600;
/** Milliseconds after which a picture is not worth its drawing: an SVG of a few hundred bytes can ask for minutes. */
const drawingDeadline = 10_000;
const mostBytesOut = 32_000_000;

/** Beside the sources, as the migrations are: the built server runs it from there too. */
const program = join(process.cwd(), 'src/server/pictures/remakeProcess.mjs');

/** So many are drawn at a time, the business's before those of strangers; others wait for their turn. */
const queue = openWorkQueue({ atOnce: 2, mostHere: 8, mostInAll: 40 });

/** The drawn bytes; null where the picture cannot be read, took too long, or nobody waits for it any more. */
function draw(
  given: Uint8Array,
  settings: object,
  { deadline, ended }: { readonly deadline: number; readonly ended: AbortSignal | null },
): Promise<Buffer | null> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['--max-old-space-size=256', program, JSON.stringify(settings)], {
      stdio: ['pipe', 'pipe', 'ignore'],
      timeout: deadline,
      killSignal: 'SIGKILL',
      ...(ended ? { signal: ended } : {}),
      env: {}, // nothing of ours is for whoever draws
    });
    const pieces: Buffer[] = [];
    let length = 0;
    child.stdout.on('data', (piece: Buffer) => {
      length += piece.length;
      if (length > mostBytesOut) child.kill('SIGKILL');
      pieces.push(piece);
    });
    child.once('error', () => resolve(null));
    child.once('close', (code) => resolve(code === 0 ? Buffer.concat(pieces) : null));
    child.stdin.on('error', () => undefined).end(given);
  });
}

/**
 * Pixels only, made anew: whatever else a picture carried, scripts of an SVG and places of a photograph, is gone. Drawn in
 * a process of its own with an end to its time; never call it inside a transaction.
 * @throws {TooMuchWork} where the caller's network, or strangers together, have too many there
 * @throws {CallerGone} where nobody waits for it any more
 */
export async function remadePicture(
  given: Uint8Array,
  format: 'webp' | 'png' | 'jpeg',
  { deadline = drawingDeadline, side = widest, quality }: { deadline?: number; side?: number; quality?: number } = {},
): Promise<Result<Picture, PictureRefusal>> {
  const settings = { format, widest: side, mostPixels, ...(quality ? { quality } : {}) };
  const drawn = await queue((ended) => draw(given, settings, { deadline, ended }));
  const end = drawn?.indexOf('\n') ?? -1;
  if (!drawn || end < 0) return refuse({ code: 'file_unreadable' });
  const [width, height] = drawn.subarray(0, end).toString().split(' ').map(Number);
  return ok({ content: drawn.subarray(end + 1), width: width!, height: height! });
}
