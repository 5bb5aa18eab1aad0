import type { Instant } from '#core/calendar/instant';
import type { OutgoingMail } from '#server/ports';
import { createTransport, type SendMailOptions } from 'nodemailer';
import { createHash } from 'node:crypto';

export type SmtpSender = (message: OutgoingMail, messageId: string) => Promise<void>;

/** The same for each repeat of a message, so that a receiver can tell that it has it. */
export const messageIdOf = ({ key, from }: Pick<OutgoingMail, 'key' | 'from'>): string =>
  `<${createHash('sha256').update(key).digest('hex').slice(0, 24)}@${from.address.split('@')[1] ?? 'localhost'}>`;

export const nodemailerMessage = (message: OutgoingMail, messageId: string, at?: Instant): SendMailOptions => {
  const { from, to, subject, text, html, copyTo = [], attachments = [] } = message;
  return {
    from,
    to,
    subject,
    text,
    html,
    cc: [...copyTo],
    attachments: attachments.map(({ filename, contentType, content }) => ({
      filename,
      contentType,
      content: Buffer.from(content),
    })),
    messageId,
    ...(at ? { date: new Date(at) } : {}),
    // Nothing in a message may make this process read a file or fetch an address.
    disableFileAccess: true,
    disableUrlAccess: true,
  };
};

/** Hands messages to an SMTP server over a few kept connections. @throws where the server does not take one */
export function openSmtp(url: string): SmtpSender {
  const transport = createTransport({ url, pool: true, connectionTimeout: 15_000, socketTimeout: 30_000 } as never);
  return async (message, messageId) => {
    await transport.sendMail(nodemailerMessage(message, messageId));
  };
}
