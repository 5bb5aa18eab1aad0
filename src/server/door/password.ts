import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

let judge: ZxcvbnFactory | undefined;

/**
 * Whether a password is among the first that are tried: the common ones, keyboard rows, dates, and what is known of its
 * owner, with the usual letters changed. Guessed within a million tries is too common.
 */
export function isCommonPassword(password: string, about: readonly string[]): boolean {
  judge ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  const known = about.flatMap((text) => [text, ...text.split(/[\s@.]+/)]);
  // What stands first decides; it takes too long over texts of hundreds of letters, which are no common password.
  return judge.check(password.slice(0, 100), known).guessesLog10 < 6;
}
