import { z } from 'zod';

/**
 * Letters of any script with their marks, and the signs that stand in names: hyphens, apostrophes, points and middle dots,
 * a comma, brackets for a nickname, `&` for a couple, and the joiners that some scripts are written with.
 */
const signsOfNames = /^[\p{L}\p{M} .,'’‘ʻʼ`´\-‐‑–·・‧׳״՚()&\u200c\u200d]+$/u;
/** `A/L` and its like stand between a name and the father's, in Malaysia and Singapore. */
const sonOrDaughterOf = /(?<=^| )[asd]\/[olp](?= )/giu;
const mostWords = 10;
/** Of a script without spaces a whole sentence would be one word. */
const longestWord = 40;
const longestCjkWord = 12;
const cjk = /[\p{Script=Han}\p{Script=Hiragana}]/u;

/** Words that names are joined by, in small letters: of, from, the, and, son of. */
const particles = new Set(
  'a af al an ap ab ar at av as bar bat ben bin bint binti bte d da dal dalla das de degli dei del dela della delle dello den der des di do dos du e ed ek el fitz het i ibn ibnu il ja ka la las le les li lo los lu mac mc na ne ni nic o of og och oğlu oglu op pour qizi kızı s san santa sen sri st saint t te ten ter the til to tot u und urban v van vd ver von vom y zu zum zur'.split(
    ' ',
  ),
);
/** Words that sentences are made of and names hardly are: two of them, and it says something. */
const wordsOfSentences = new Set(
  (
    'your you yours is are was were been has have had will would not please now this that with here from for about been we our us my it if at on in be can must need call text click visit open read see go get win won send pay free today urgent account password code locked blocked suspended verify confirm security refund offer prize ' +
    'ihr ihre ihnen ist sind wurde wird nicht bitte jetzt konto gesperrt passwort rufen klicken dein deine ' +
    'su sus tu es está ha han por favor ahora cuenta bloqueada contraseña llame haga clic ' +
    'sua seu foi é está por favor agora conta bloqueada senha ligue clique ' +
    'votre vos est sont été merci maintenant compte bloqué appelez cliquez'
  ).split(' '),
);
/** One of these alone is no name. */
const neverNames = new Set(
  'account password urgent locked blocked suspended verify konto gesperrt passwort cuenta bloqueada contraseña conta senha compte bloqué'.split(
    ' ',
  ),
);

const lowered = (word: string): string => word.toLocaleLowerCase('en').replace(/[.,()]/g, '');

/** Whether its words say something instead of naming somebody. */
function isSentence(words: readonly string[]): boolean {
  const plain = words.map(lowered);
  if (plain.some((word) => neverNames.has(word))) return true;
  if (words.length > 2 && plain.filter((word) => wordsOfSentences.has(word) && !particles.has(word)).length >= 2)
    return true;
  // A point ends an initial or a title, not a longer word; a comma stands before a short rest.
  if (words.some((word) => /\p{L}{6,}\.$/u.test(word) && word !== words.at(-1))) return true;
  if (words.length > 4 && words.some((word) => word.endsWith(','))) return true;
  if (words.length < 4) return false;
  // Where some words begin large, all but the particles do.
  const small = words.filter(
    (word) => /^\p{Ll}/u.test(word) && !particles.has(lowered(word)) && !/^\p{Ll}+['’-]\p{Lu}/u.test(word),
  );
  return small.length > 0;
}

/**
 * Whether a text can be the name of somebody: it stands in letters that go to addresses which a visitor chose. Names of all
 * scripts are kept; digits, addresses, telephone numbers and sentences are none. Who types a long name in small letters alone
 * is asked to write it as it is written.
 */
export function isName(text: string): boolean {
  const usual = text.replace(sonOrDaughterOf, '');
  if (!signsOfNames.test(usual) || /[.,]{2}|\.(?:\p{Ll}{2,}|\p{Lu}{2,})|www/u.test(usual)) return false;
  const words = usual.split(/\s+/).filter((word) => word !== '');
  if (words.length === 0 || words.length > mostWords || !/\p{L}/u.test(usual)) return false;
  if (words.some((word) => word.length > (cjk.test(word) ? longestCjkWord : longestWord))) return false;
  return !isSentence(words);
}

export const PersonName = z
  .string()
  .trim()
  .min(1, 'your name is needed')
  .max(120, 'at most 120 letters')
  .refine(isName, 'a name alone, as it is written, without digits, addresses or other signs');

const mostDigits = 6;

/** Whether a text can be the name of a company: one line, no address of the web or of mail, no telephone number. */
export const isCompanyName = (text: string): boolean =>
  !/[\p{Cc}\u2028\u2029\p{Bidi_Control}]|@|:\/\/|www\.|\.(?:com|net|org|info|io|me|ru|cn|xyz|top|click)(?:\W|$)/iu.test(
    text,
  ) &&
  (text.match(/\p{Nd}/gu)?.length ?? 0) <= mostDigits &&
  text.split(/\s+/).length <= mostWords &&
  !/[!?]/.test(text);

/** Of whoever documents are for; empty where it is nobody's. */
export const CompanyName = z
  .string()
  .trim()
  .max(120, 'at most 120 letters')
  .refine(isCompanyName, 'the name of a company alone, in one line');
