import type { RecallMessage } from '#contracts/messages/wordings';
import { ok, refuse, type Result } from '#core/result';
import { neverTried } from '#server/mail/letters/waits';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { and, eq } from 'drizzle-orm';

/**
 * Calls a letter back that the owner sent by hand, while it waits: then it was never written. Refused where it is being
 * handed over or has gone, and for what waits for another reason.
 */
export const recallMessage =
  ({ db }: Deps) =>
  async ({ messageId }: RecallMessage): Promise<Result<null, { readonly code: 'message_gone' }>> => {
    const gone = await db
      .delete(messages)
      .where(and(eq(messages.id, messageId), neverTried))
      .returning({ id: messages.id });
    return gone.length > 0 ? ok(null) : refuse({ code: 'message_gone' });
  };
