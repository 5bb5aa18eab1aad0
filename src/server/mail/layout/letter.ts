import type { LetterFacts } from '#core/wording/letterFacts';
import type { StepMark } from '#core/wording/clientSteps';

/** One letter, whatever its occasion: what the layout and the plain text are made of. */
export type Letter = {
  readonly subject: string;
  readonly business: {
    readonly name: string;
    readonly line: string;
    readonly email: string;
    readonly address: string;
    /** The address of its logo within the letter; null: the name alone. */
    readonly logo: string | null;
    readonly colour: string;
  };
  readonly greeting: string;
  readonly paragraphs: readonly string[];
  /** Null where the letter is of no booking, or for somebody who may not read of it. */
  readonly facts: LetterFacts | null;
  /** Null where it leads nowhere. */
  readonly button: { readonly label: string; readonly link: string } | null;
  /** How to pay by transfer: in words, and the address of a code within the letter; null where it cannot be. */
  readonly transfer: { readonly text: string; readonly code: string | null } | null;
  /** How its reader answers; null where nobody reads an answer. */
  readonly reply: string | null;
  readonly reference: string;
};

export const markWords: Readonly<Record<StepMark, string>> = {
  received: 'received',
  now: 'due now',
  due: 'to come',
  late: 'late',
  held: 'held',
  open: 'no date yet',
  back: 'given back',
};

/** The same as plain text: every sentence and every sum of the letter, in its order. */
export function textLetter({
  business,
  greeting,
  paragraphs,
  facts,
  button,
  transfer,
  reply,
  reference,
}: Letter): string {
  const rows =
    facts?.rows.map(({ mark, when, what, amount }) => `${when}: ${what}, ${amount} (${markWords[mark]})`) ?? [];
  const figures = facts?.figures;
  return [
    greeting,
    ...paragraphs,
    ...(facts ? [[facts.what, facts.when, ...(figures ? [] : [`Paid so far: ${facts.paid}`])].join('\n')] : []),
    ...(figures ? [['What it came to:', ...figures.map(({ what, amount }) => `${what}: ${amount}`)].join('\n')] : []),
    ...(rows.length > 0 ? [rows.join('\n')] : []),
    ...(button ? [`${button.label}: ${button.link}`] : []),
    ...(transfer ? [`By transfer:\n${transfer.text}`] : []),
    ...(facts && facts.cancellation.length > 0 ? [['If you cancel:', ...facts.cancellation].join('\n')] : []),
    ...(reply ? [reply] : []),
    [[business.name, reference].filter((part) => part !== '').join(' · '), business.address].filter(Boolean).join('\n'),
  ].join('\n\n');
}
