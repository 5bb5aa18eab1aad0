import { htmlBody, textBody } from '#server/documents/messageBody';
import type { OutgoingMail } from '#server/ports';

/** The message that brings a code to a client's own address. It holds no link: the page that asked is open. */
export function codeMail(about: {
  readonly key: string;
  readonly code: string;
  readonly client: { readonly name: string; readonly email: string };
  readonly owner: { readonly name: string; readonly email: string };
}): OutgoingMail {
  const { key, code, client, owner } = about;
  const letter = {
    greeting: `Dear ${client.name},`,
    paragraphs: [
      `Your code is ${code}. Type it on the page that asked for it; it is good for ten minutes.`,
      'If you did not ask for it, somebody else has opened a message that was meant for you. Without this code they see nothing.',
    ],
    ...{ action: '', link: null, signature: owner.name },
  };
  return {
    key,
    from: { name: owner.name, address: owner.email },
    to: { name: client.name, address: client.email },
    subject: `${owner.name}: your code is ${code}`,
    text: textBody(letter),
    html: htmlBody(letter),
  };
}
