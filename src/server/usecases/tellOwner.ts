import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { htmlBody, textBody } from '#server/documents/messageBody';

/** Writes to the owner's own address. One message for each key; one that cannot be sent is reported. */
export async function tellOwner(
  deps: Deps,
  about: { readonly key: string; readonly subject: string; readonly lines: readonly string[]; readonly path: string },
): Promise<void> {
  const { db, mailbox, baseUrl, report } = deps;
  const [owner] = await db.select().from(business);
  const { name, email: address } = owner!;
  const { key, subject, lines: paragraphs, path } = about;
  const letter = {
    greeting: `To ${name}`,
    ...{ paragraphs, action: 'Look', link: `${baseUrl}${path}`, signature: 'Ostendo' },
  };
  try {
    await mailbox.send({
      ...{ key, from: { name: 'Ostendo', address }, to: { name, address }, subject },
      ...{ text: textBody(letter), html: htmlBody(letter) },
    });
  } catch (error) {
    report(`the owner could not be told: ${subject}`, error);
  }
}
