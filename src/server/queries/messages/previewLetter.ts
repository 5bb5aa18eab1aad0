import type { PreviewWording } from '#contracts/wordings';
import type { Instant } from '#core/calendar/instant';
import type { Result } from '#core/result';
import type { Database } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { htmlLetter } from '../../documents/LetterLayout';
import { previewWording, type PreviewRefusal } from '#server/queries/messages/messages';

/** The very letter as it would be sent now, on a real booking or quote; its button leads nowhere. */
export async function previewLetter(
  db: Database,
  now: Instant,
  asked: PreviewWording,
): Promise<Result<string, PreviewRefusal>> {
  const read = await previewWording(db, now, asked);
  if (!read.ok) return read;
  const { subject, paragraphs, action, number, facts, clientName } = read.value;
  const [owner] = await db.select().from(business);
  const { name, line, email, address, look } = owner!;
  const html = await htmlLetter({
    subject,
    business: {
      name,
      line,
      email,
      address,
      logo: look.logo ? `/f/${look.logo}` : null,
      colour: look.colour ?? '#0d4a56',
    },
    greeting: `Dear ${clientName || 'client'},`,
    paragraphs,
    facts,
    button: { label: action, link: '#' },
    reply: `Answer this letter to write to ${name}.`,
    reference: number,
  });
  return { ok: true, value: html };
}
