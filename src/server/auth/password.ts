import { lazyModule } from '#server/lazy';

/** A megabyte of words, which is read with the first password that is chosen. */
const judge = lazyModule(async () => {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
});

/**
 * Whether a password is among the first that are tried: the common ones, keyboard rows, dates, and what is known of its
 * owner, with the usual letters changed. Guessed within a million tries is too common.
 */
export async function isCommonPassword(password: string, about: readonly string[]): Promise<boolean> {
  const known = about.flatMap((text) => [text, ...text.split(/[\s@.]+/)]);
  // What stands first decides; it takes too long over texts of hundreds of letters, which are no common password.
  return (await judge()).check(password.slice(0, 100), known).guessesLog10 < 6;
}

const argon = lazyModule(() => import('@node-rs/argon2'));

/** As it is kept. */
export const hashPassword = async (password: string): Promise<string> => (await argon()).hash(password);

export const verifyPassword = async (kept: string, password: string): Promise<boolean> =>
  (await argon()).verify(kept, password);
