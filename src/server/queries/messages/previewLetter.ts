import type { PreviewWording } from '#contracts/messages/wordings';
import type { Result } from '#core/result';
import type { Deps } from '#server/deps';
import { bookings } from '#server/database/schema/bookings';
import type { Letter } from '#server/mail/layout/letter';
import { transferPreview } from '#server/mail/outbox/transferPart';
import { eq } from 'drizzle-orm';
import { business } from '#server/database/schema/business';
import { previewWording, type PreviewRefusal } from '#server/queries/messages/messages';

/** The very letter as it would be sent now, on a real booking or quote; its button leads nowhere. */
export async function previewLetter(
  world: Pick<Deps, 'db' | 'clock' | 'adapters'>,
  asked: PreviewWording,
): Promise<Result<string, PreviewRefusal>> {
  const { db, clock } = world;
  const read = await previewWording(db, clock.now(), asked);
  if (!read.ok) return read;
  const { subject, paragraphs, action, number, facts, clientName } = read.value;
  const [owner] = await db.select().from(business);
  const { name, line, email, address, look } = owner!;
  const { htmlLetter } = await import('../../mail/layout/LetterLayout');
  const html = htmlLetter({
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
    transfer: await transferOn(world, asked.occasion, number),
    reply: `Answer this letter to write to ${name}.`,
    reference: number,
  });
  return { ok: true, value: html };
}

/** With its code within the page: there is no letter that it could be a part of. */
async function transferOn(
  world: Pick<Deps, 'db' | 'clock' | 'adapters'>,
  occasion: string,
  number: string,
): Promise<Letter['transfer']> {
  const [booking] = await world.db.select({ id: bookings.id }).from(bookings).where(eq(bookings.number, number));
  const part = booking ? await transferPreview(world, occasion, booking.id) : null;
  if (!part) return null;
  const code = part.code && `data:image/png;base64,${Buffer.from(part.code.content).toString('base64')}`;
  return { text: part.text, code };
}
