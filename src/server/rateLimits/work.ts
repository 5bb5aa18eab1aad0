import type { Database } from '#server/database/database';
import { usedOnce } from '#server/database/schema/signIn';
import { type Challenge, createChallenge, type Payload, randomInt, verifySolution } from 'altcha-lib';
import { deriveKey } from 'altcha-lib/algorithms/pbkdf2';
import { createHash } from 'node:crypto';
import { z } from 'zod';

/** Rounds of one derivation; how many derivations a device has to try, which is a second or two of a telephone's time. */
const cost = 1000;
const tries = [600, 1200] as const;
/** A challenge is good for so long, in seconds. */
const goodFor = 600;

const Payload = z.object({
  challenge: z.object({ parameters: z.record(z.string(), z.unknown()), signature: z.string() }),
  solution: z.object({ counter: z.number(), derivedKey: z.string() }).loose(),
});

/** A small proof of work, wanted from visitors while carts are being left unpaid in numbers. */
export function openWork(db: Database, keyOf: (purpose: string, subject: string) => string) {
  const secrets = {
    hmacSignatureSecret: keyOf('work', 'challenge'),
    hmacKeySignatureSecret: keyOf('work', 'solution'),
  };
  return {
    challenge: (): Promise<Challenge> =>
      createChallenge({
        algorithm: 'PBKDF2/SHA-256',
        cost,
        counter: randomInt(...tries),
        deriveKey,
        ...secrets,
        expiresAt: new Date(Date.now() + goodFor * 1000),
      }),
    /** Whether it solves a challenge of ours, in time, for the first time. */
    isDone: async (proof: string): Promise<boolean> => {
      const payload = read(proof);
      if (!payload) return false;
      const { challenge, solution } = payload;
      const { verified } = await verifySolution({ challenge, solution, deriveKey, ...secrets }).catch(() => ({
        verified: false,
      }));
      if (!verified) return false;
      const hash = createHash('sha256').update(`work ${challenge.parameters.nonce}`).digest('base64url');
      return (await db.insert(usedOnce).values({ hash }).onConflictDoNothing().returning()).length > 0;
    },
  };
}

function read(proof: string): Payload | null {
  try {
    return Payload.parse(JSON.parse(proof)) as unknown as Payload;
  } catch {
    return null;
  }
}
