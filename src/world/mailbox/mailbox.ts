import type { Instant } from '#core/calendar/instant';
import type { Clock, Mailbox } from '#server/ports';
import type { WorldDatabase } from '#world/database';
import { mail } from '#world/mailbox/tables';
import { desc, eq, ilike, or } from 'drizzle-orm';
import type { ParsedMail } from 'mailparser';
import { messageIdOf, mimeOf, type SmtpSender } from '#world/mailbox/smtp';

export type MailLine = { seq: number; at: Instant; recipient: string; subject: string };
export type ReadMail = MailLine & { mime: string; from: string; text: string; html: string };

const addressText = (parsed: ParsedMail): string => parsed.from?.text ?? '';

/** @param smtp where messages go out for real, besides being kept here; null sends none */
export function openMailbox(db: WorldDatabase, clock: Clock, smtp: SmtpSender | null = null) {
  const port: Mailbox = {
    async send(message) {
      const messageId = messageIdOf(message);
      const at = clock.now();
      const built = await mimeOf(message, messageId, at);
      // Before it is kept: what could not be handed to the server is tried again, under the same message id.
      await smtp?.(message, built);
      const mime = built.toString('utf8');
      const { key, subject } = message;
      await db
        .insert(mail)
        .values({ key, messageId, at, recipient: message.to.address, subject, mime })
        .onConflictDoNothing();
      return { messageId };
    },
  };
  return {
    port,
    async list(search = '', limit = 50): Promise<MailLine[]> {
      const wanted = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
      return db
        .select({ seq: mail.seq, at: mail.at, recipient: mail.recipient, subject: mail.subject })
        .from(mail)
        .where(or(ilike(mail.recipient, wanted), ilike(mail.subject, wanted)))
        .orderBy(desc(mail.seq))
        .limit(limit);
    },
    async read(seq: number): Promise<ReadMail | null> {
      const [row] = await db.select().from(mail).where(eq(mail.seq, seq));
      if (!row) return null;
      const { simpleParser } = await import('mailparser');
      const parsed = await simpleParser(row.mime);
      return { ...row, from: addressText(parsed), text: parsed.text ?? '', html: parsed.html || '' };
    },
  };
}
