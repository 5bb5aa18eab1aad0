import { ok, refuse, type Result } from '#core/result';
import type { Database, Tx } from '#server/database/database';
import { files } from '#server/database/schema/files';
import type { Deps } from '#server/deps';
import { mostSignatureBytes } from '#core/quotes/signatureSize';
import { eq } from 'drizzle-orm';
import { makePaper } from '#server/pdf/papers';
import { type Picture, type PictureRefusal, remadePicture } from '#server/pictures/remadePicture';
import { lazyModule } from '#server/lazy';
import { randomBytes } from 'node:crypto';

export const mostFileBytes = 8_000_000;
export type FileRefusal =
  | { readonly code: 'file_too_large'; readonly limit: number }
  | { readonly code: 'file_kind'; readonly kinds: string }
  | PictureRefusal;

type Stored = {
  readonly id: string;
  readonly name: string;
  readonly width: number | null;
  readonly height: number | null;
};

/** A name that is only a name: no path, no control signs, nothing that hides its ending. */
export const cleanFileName = (name: string): string =>
  name
    .split(/[/\\]/)
    .at(-1)!
    .replace(/[\u0000-\u001f\u007f\u200e\u200f\u202a-\u202e\u2066-\u2069"<>|:*?]/g, '')
    .replace(/^\.+/, '')
    .trim()
    .slice(0, 120) || 'file';

const pictures = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'image/avif', 'image/svg+xml']);
const looksLikeSvg = (bytes: Uint8Array): boolean =>
  /^\s*(<\?xml[^>]*>\s*)?(<!--[^]*?-->\s*)*<svg[\s>]/i.test(Buffer.from(bytes.subarray(0, 2000)).toString('utf8'));

const kinds = lazyModule(() => import('file-type'));

/** What the bytes are, whatever they claim to be. */
async function kindOf(bytes: Uint8Array): Promise<string> {
  const { fileTypeFromBuffer } = await kinds();
  const found = await fileTypeFromBuffer(bytes);
  if (found && found.mime !== 'application/xml') return found.mime;
  return looksLikeSvg(bytes) ? 'image/svg+xml' : 'unknown';
}

async function store(db: Tx | Database, file: Omit<typeof files.$inferInsert, 'id'>): Promise<Stored> {
  const id = randomBytes(18).toString('base64url');
  await db.insert(files).values({ id, ...file });
  return { id, name: file.name, width: file.width ?? null, height: file.height ?? null };
}

/** Keeps a picture, made anew from its pixels, or a PDF to hand out. Anything else is refused, with what is taken. */
export const uploadFile =
  ({ db, clock }: Deps) =>
  async (bytes: Uint8Array, name: string, wanted: 'picture' | 'any'): Promise<Result<Stored, FileRefusal>> => {
    if (bytes.length > mostFileBytes) return refuse({ code: 'file_too_large', limit: mostFileBytes });
    const kind = await kindOf(bytes);
    const madeAt = clock.now();
    if (pictures.has(kind)) {
      const made = await remadePicture(bytes, 'webp');
      if (!made.ok) return made;
      return ok(await store(db, { type: 'image/webp', name: cleanFileName(name), madeAt, ...made.value }));
    }
    if (wanted === 'any' && kind === 'application/pdf') {
      // Its first bytes alone say little: what is handed out as a paper can be read as one.
      if (!(await makePaper('isSound', bytes))) return refuse({ code: 'file_unreadable' });
      return ok(await store(db, { type: kind, name: cleanFileName(name), madeAt, content: Buffer.from(bytes) }));
    }
    const kinds = wanted === 'any' ? 'PNG, JPEG, WebP, GIF, AVIF, SVG or PDF' : 'PNG, JPEG, WebP, GIF, AVIF or SVG';
    return refuse({ code: 'file_kind', kinds });
  };

/** Of a signature: a stroke of the hand on a large screen, and not more. */
const mostSignaturePixels = 4_000_000;
const pngMagic = Buffer.from('89504e470d0a1a0a', 'hex');

/** Width and height as the header of a PNG has them (ISO/IEC 15948, section 11.2.2); null for anything else. */
function pngSize(bytes: Buffer): { width: number; height: number } | null {
  if (bytes.length < 33 || !bytes.subarray(0, 8).equals(pngMagic) || bytes.toString('latin1', 12, 16) !== 'IHDR')
    return null;
  return { width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) };
}

/**
 * The picture of a signature, made anew from the data address that its page made; null where there is none. Drawn before
 * the transaction that keeps it.
 */
export async function drawnSignature(
  given: { readonly method: string; readonly image: string | null } | null,
): Promise<Result<Picture | null, FileRefusal>> {
  if (!given || given.method === 'typed' || given.image === null) return ok(null);
  const bytes = Buffer.from(given.image.slice(given.image.indexOf(',') + 1), 'base64');
  if (bytes.length > mostSignatureBytes) return refuse({ code: 'file_too_large', limit: mostSignatureBytes });
  const size = pngSize(bytes);
  if (!size) return refuse({ code: 'file_kind', kinds: 'PNG' });
  if (size.width * size.height > mostSignaturePixels) return refuse({ code: 'file_unreadable' });
  return remadePicture(bytes, 'png');
}

/** Keeps a drawn signature. @returns its file's id */
export async function storeSignature(
  tx: Tx,
  picture: Picture,
  madeAt: typeof files.$inferInsert.madeAt,
): Promise<string> {
  return (await store(tx, { type: 'image/png', name: 'signature.png', madeAt, ...picture })).id;
}

export const readFile =
  ({ db }: Deps) =>
  async (id: string): Promise<typeof files.$inferSelect | null> =>
    (await db.select().from(files).where(eq(files.id, id)))[0] ?? null;
