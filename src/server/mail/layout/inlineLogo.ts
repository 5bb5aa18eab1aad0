import type { Database } from '#server/database/database';
import { files } from '#server/database/schema/files';
import type { MailAttachment } from '#server/ports';
import { lazyModule } from '#server/lazy';
import { eq } from 'drizzle-orm';

/** The name by which a letter shows its logo. */
export const logoCid = 'logo@ostendo';

/** Pixels for a logo that is shown 40 high, on screens of two for one. */
const height = 80;

/** The one that was made last: each letter and each document shows the same, and what is uploaded never changes. */
let last: { readonly id: string; readonly made: MailAttachment } | null = null;

const drawer = lazyModule(() => import('sharp'));

/** A logo as a part of a letter, in the one format that all mail programs draw; null where it is not there any more. */
export async function inlineLogo(db: Database, id: string): Promise<MailAttachment | null> {
  if (last?.id === id) return last.made;
  const [file] = await db.select({ bytes: files.content }).from(files).where(eq(files.id, id));
  if (!file) return null;
  const { default: sharp } = await drawer();
  const resized = sharp(file.bytes).resize({ height, width: height * 5, fit: 'inside' });
  const content = await resized.png().toBuffer();
  const made = { filename: 'logo.png', contentType: 'image/png', content, cid: logoCid };
  last = { id, made };
  return made;
}
