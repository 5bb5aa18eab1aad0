import type { SaveAgreement, SaveTemplate } from '#contracts/quotes/quotes';
import type { QuoteDraft } from '#core/quotes/draft';
import { ok, refuse, type Result } from '#core/result';
import { agreements, quoteTemplates } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { eq } from 'drizzle-orm';

export type TemplateRefusal = { readonly code: 'template_not_found' | 'template_changed' };
type Saved = { readonly id: string; readonly edition: number };

/** Keeps a template. Quotes that were made from it stay as they are: each has its own copy. */
export const saveTemplate =
  ({ db }: Deps) =>
  ({ templateId, requestKey, edition, ...template }: SaveTemplate): Promise<Result<Saved, TemplateRefusal>> =>
    db.transaction(async (tx) => {
      const { name, retired } = template;
      const draft = template.draft as QuoteDraft;
      if (templateId === null) {
        // The request's own key is the id: a repeat finds the template that the first made.
        const id = requestKey;
        await tx.insert(quoteTemplates).values({ id, name, draft, retired }).onConflictDoNothing();
        return ok({ id, edition: 1 });
      }
      const [row] = await tx.select().from(quoteTemplates).where(eq(quoteTemplates.id, templateId)).for('update');
      if (!row) return refuse({ code: 'template_not_found' });
      if (row.edition !== edition) return refuse({ code: 'template_changed' });
      const set = { name, draft, retired, edition: edition + 1 };
      await tx.update(quoteTemplates).set(set).where(eq(quoteTemplates.id, templateId));
      return ok({ id: templateId, edition: edition + 1 });
    });

export type AgreementRefusal = { readonly code: 'agreement_not_found' | 'agreement_edited' };

/** Keeps an agreement that quotes can begin with. What was sent or signed has its own copy and stays. */
export const saveAgreement =
  ({ db }: Deps) =>
  ({ agreementId, requestKey, edition, agreement }: SaveAgreement): Promise<Result<Saved, AgreementRefusal>> =>
    db.transaction(async (tx) => {
      const { name } = agreement;
      if (agreementId === null) {
        const id = requestKey;
        await tx.insert(agreements).values({ id, name, agreement }).onConflictDoNothing();
        return ok({ id, edition: 1 });
      }
      const [row] = await tx.select().from(agreements).where(eq(agreements.id, agreementId)).for('update');
      if (!row) return refuse({ code: 'agreement_not_found' });
      if (row.edition !== edition) return refuse({ code: 'agreement_edited' });
      await tx
        .update(agreements)
        .set({ name, agreement, edition: edition + 1 })
        .where(eq(agreements.id, agreementId));
      return ok({ id: agreementId, edition: edition + 1 });
    });
