import { ok, refuse, type Result } from '#core/result';
import type { Database, Tx } from '#server/database/open';
import { files } from '#server/database/schema/files';
import type { Deps } from '#server/deps';
import { eq } from 'drizzle-orm';
import { fileTypeFromBuffer } from 'file-type';
import { randomBytes } from 'node:crypto';
import sharp from 'sharp';

export const mostFileBytes = 8_000_000;
/** Of both sides together; a picture of a few bytes can unfold to far more than memory holds. */
const mostPixels = 50_000_000;
const widest = 1600;

export type FileRefusal =
  | { readonly code: 'file_too_large'; readonly limit: number }
  | { readonly code: 'file_kind'; readonly kinds: string }
  | { readonly code: 'file_unreadable' };

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

/** Pixels only, made anew: whatever else a picture carried, scripts of an SVG and places of a photograph, is gone. */
export async function remadePicture(
  given: Uint8Array,
  format: 'webp' | 'png',
): Promise<Result<{ content: Buffer; width: number; height: number }, FileRefusal>> {
  try {
    const picture = sharp(given, { limitInputPixels: mostPixels, failOn: 'error', animated: false }).rotate();
    const sized = picture.resize({ width: widest, height: widest, fit: 'inside', withoutEnlargement: true });
    const { data, info } = await (format === 'png' ? sized.png() : sized.webp({ quality: 84 })).toBuffer({
      resolveWithObject: true,
    });
    return ok({ content: data, width: info.width, height: info.height });
  } catch {
    return refuse({ code: 'file_unreadable' });
  }
}

const pictures = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'image/avif', 'image/svg+xml']);
const looksLikeSvg = (bytes: Uint8Array): boolean =>
  /^\s*(<\?xml[^>]*>\s*)?(<!--[^]*?-->\s*)*<svg[\s>]/i.test(Buffer.from(bytes.subarray(0, 2000)).toString('utf8'));

/** What the bytes are, whatever they claim to be. */
async function kindOf(bytes: Uint8Array): Promise<string> {
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
    if (wanted === 'any' && kind === 'application/pdf')
      return ok(await store(db, { type: kind, name: cleanFileName(name), madeAt, content: Buffer.from(bytes) }));
    const kinds = wanted === 'any' ? 'PNG, JPEG, WebP, GIF, AVIF, SVG or PDF' : 'PNG, JPEG, WebP, GIF, AVIF or SVG';
    return refuse({ code: 'file_kind', kinds });
  };

/** The picture of a signature, from the data address that its page made. */
export async function storeSignature(
  db: Tx,
  dataUrl: string,
  madeAt: typeof files.$inferInsert.madeAt,
): Promise<Result<string, FileRefusal>> {
  const bytes = Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');
  if (!pictures.has(await kindOf(bytes))) return refuse({ code: 'file_kind', kinds: 'PNG, JPEG or WebP' });
  const made = await remadePicture(bytes, 'png');
  if (!made.ok) return made;
  return ok((await store(db, { type: 'image/png', name: 'signature.png', madeAt, ...made.value })).id);
}

export const readFile =
  ({ db }: Deps) =>
  async (id: string): Promise<typeof files.$inferSelect | null> =>
    (await db.select().from(files).where(eq(files.id, id)))[0] ?? null;
