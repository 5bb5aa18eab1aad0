import { z } from 'zod';

/** What no name has: signs of addresses and of sentences that say something. */
const noName = /[@/\\:<>{}[\]|~^=#!?;"*_%$\p{Cc}]|\.(?:\p{Ll}{2,}|\p{Lu}{2,})|www/u;
const mostWords = 10;

/** Whether a text can be the name of somebody: it stands in letters that go to addresses which a visitor chose. */
export const isName = (text: string): boolean => !noName.test(text) && text.split(/\s+/).length <= mostWords;

export const PersonName = z
  .string()
  .trim()
  .min(1, 'your name is needed')
  .max(120, 'at most 120 letters')
  .refine(isName, 'a name alone, without addresses or other signs');
