import { secretFor } from '#server/secrets';
import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';

/** Keeps texts in the database so that only who has the installation's secret can read them. */
export type Vault = {
  /** @param of what the text belongs to: it opens nowhere else */
  seal(text: string, of: string): string;
  /** @throws where it was sealed under a secret that is not known here, for something else, or was changed */
  open(sealed: string, of: string): string;
  /** Whether it is sealed under the secret of now. */
  isCurrent(sealed: string): boolean;
};

/** AES-256-GCM takes 96 bits, never twice with one key. */
const ivBytes = 12;

/**
 * AES-256-GCM (NIST SP 800-38D) with a key from the secret. What is sealed names its key, so that a secret can be
 * changed: `key.iv.text`, the tag at the end of the text.
 * @param secrets the one that seals, then former ones that still open
 */
export function openVault(secrets: readonly [string, ...string[]]): Vault {
  const keys = secrets.map((secret) => {
    const key = Buffer.from(secretFor(secret, 'accesses to processors'), 'base64');
    return { id: `k${createHash('sha256').update(key).digest('hex').slice(0, 8)}`, key };
  });
  const current = keys[0]!;
  return {
    seal: (text, of) => {
      const iv = randomBytes(ivBytes);
      const cipher = createCipheriv('aes-256-gcm', current.key, iv).setAAD(Buffer.from(of));
      const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final(), cipher.getAuthTag()]);
      return `${current.id}.${iv.toString('base64url')}.${sealed.toString('base64url')}`;
    },
    open: (sealed, of) => {
      const [id, iv = '', text = ''] = sealed.split('.');
      const known = keys.find((each) => each.id === id);
      if (!known) throw new Error('sealed under a secret that is not known here; is OSTENDO_SECRET another one?');
      const bytes = Buffer.from(text, 'base64url');
      const decipher = createDecipheriv('aes-256-gcm', known.key, Buffer.from(iv, 'base64url'))
        .setAAD(Buffer.from(of))
        .setAuthTag(bytes.subarray(-16));
      return Buffer.concat([decipher.update(bytes.subarray(0, -16)), decipher.final()]).toString('utf8');
    },
    isCurrent: (sealed) => sealed.startsWith(`${current.id}.`),
  };
}

/** Whether a text was sealed at all: what was written before there was a vault was not. */
export const isSealed = (text: string): boolean => /^k[0-9a-f]{8}\.[\w-]{16}\.[\w-]+$/.test(text);
