import type { SaveWording } from '#contracts/messages/wordings';
import { unknownFields } from '#core/wording/fields';
import { type AnyOccasion, fieldsFor, originalWordings } from '#core/wording/originalWordings';
import { ok, refuse, type Result } from '#core/result';
import { sameValue } from '#core/sameValue';
import { wordings } from '#server/database/schema/wordings';
import type { Deps } from '#server/deps';
import { eq } from 'drizzle-orm';

export type WordingRefusal =
  | { readonly code: 'wording_changed' }
  | { readonly code: 'field_unknown'; readonly path: 'subject' | 'body'; readonly name: string };

const known = (occasion: AnyOccasion): Record<string, true> =>
  Object.fromEntries(fieldsFor(occasion).map((name) => [name, true as const]));

/** Keeps how a message says it. One that says what the original says, and is sent to nobody else, is the original again. */
export const saveWording =
  ({ db }: Deps) =>
  async ({ edition, ...wording }: SaveWording): Promise<Result<{ edition: number }, WordingRefusal>> => {
    const { occasion, subject, body, off, copyTo } = wording;
    for (const path of ['subject', 'body'] as const) {
      const [name] = unknownFields(wording[path], known(occasion));
      if (name !== undefined) return refuse({ code: 'field_unknown', path, name });
    }
    return db.transaction(async (tx) => {
      const [own] = await tx.select().from(wordings).where(eq(wordings.occasion, occasion)).for('update');
      if ((own?.edition ?? 0) !== edition) return refuse({ code: 'wording_changed' });
      const original = sameValue({ subject, body }, originalWordings[occasion]) && !off && copyTo.length === 0;
      const next = (own?.edition ?? 0) + 1;
      if (original) {
        await tx.delete(wordings).where(eq(wordings.occasion, occasion));
        return ok({ edition: 0 });
      }
      const row = { occasion, subject, body, off, copyTo, edition: next };
      await tx.insert(wordings).values(row).onConflictDoUpdate({ target: wordings.occasion, set: row });
      return ok({ edition: next });
    });
  };
