import type { Instant } from '#core/calendar/instant';
import { MailFailed, type OutgoingMail } from '#server/ports';
import type { SendMailOptions, SentMessageInfo } from 'nodemailer';
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';

/** Takes a message as its MIME text to an SMTP server. @throws {MailFailed} */
export type SmtpSender = (message: OutgoingMail, mime: Buffer) => Promise<void>;

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
    attachments: attachments.map(({ filename, contentType, content, cid }) => ({
      filename,
      contentType,
      content: Buffer.from(content),
      // What the letter shows itself is no file to be kept.
      ...(cid ? { cid, contentDisposition: 'inline' as const } : {}),
    })),
    messageId,
    ...(at ? { date: new Date(at) } : {}),
    // Nothing in a message may make this process read a file or fetch an address.
    disableFileAccess: true,
    disableUrlAccess: true,
  };
};

/** Sends nothing; loaded and made with the first letter. */
let builder: Promise<{ sendMail(message: SendMailOptions): Promise<{ readonly message: unknown }> }> | undefined;

/** Builds the message as it goes over the wire, without sending it. */
export async function mimeOf(message: OutgoingMail, messageId: string, at: Instant): Promise<Buffer> {
  builder ??= import('nodemailer').then(({ createTransport }) =>
    createTransport({ streamTransport: true, buffer: true, newline: 'windows' }),
  );
  const sent = await (await builder).sendMail(nodemailerMessage(message, messageId, at));
  return sent.message as Buffer;
}

/** The server's reply code where it gave one: 5yz refuses for good, 4yz for now (RFC 5321, section 4.2.1). */
const replyOf = (error: unknown): number =>
  error instanceof Error && 'responseCode' in error ? Number(error.responseCode) : 0;

/**
 * Hands messages to an SMTP server, each over a connection of its own: a pool hands a message on to another connection by
 * itself where one breaks, and a server that takes the body and hangs up then gets it again and again.
 */
export function openSmtp(url: string): SmtpSender {
  const timeouts = { connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 30_000, dnsTimeout: 10_000 };
  const opened = import('nodemailer').then(({ createTransport }) =>
    createTransport({ url, ...timeouts } as Parameters<typeof createTransport>[0]),
  );
  return async ({ from, to, copyTo = [] }, mime) => {
    const raw = Readable.from([mime]);
    let handedOver = false;
    raw.once('end', () => (handedOver = true));
    const envelope = { from: from.address, to: [to.address, ...copyTo] };
    let sent: SentMessageInfo;
    try {
      sent = await (await opened).sendMail({ envelope, raw });
    } catch (error) {
      const reply = replyOf(error);
      // A reply is an answer; without one nobody knows whether a message that was handed over whole was kept.
      throw new MailFailed(reply >= 500 ? 'refused' : reply === 0 && handedOver ? 'unsure' : 'later', error);
    }
    const refused = (sent as unknown as { rejected?: string[] }).rejected ?? [];
    if (refused.includes(to.address)) throw new MailFailed('refused', 'the server does not take the address');
  };
}
