import type { Deps } from '#server/deps';

/** The six digits that belong to a code's row: made of its id and the installation's secret, kept only as a hash. */
export function deviceCode({ keyOf }: Pick<Deps, 'keyOf'>, id: string): string {
  const number = Buffer.from(keyOf('device code', id), 'base64url').readUIntBE(0, 6) % 1_000_000;
  return String(number).padStart(6, '0');
}

/**
 * The message that brings a code to a client's own address. It holds no link: the page that asked is open. The code
 * itself is put in when it is sent.
 */
export const codeLetter = (businessName: string) => ({
  subject: `${businessName}: your code is {{code}}`,
  body: [
    'Your code is {{code}}. Type it on the page that asked for it; it is good for ten minutes.',
    'If you did not ask for it, somebody else has opened a message that was meant for you. Without this code they see nothing.',
    '',
  ],
});
