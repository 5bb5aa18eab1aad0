/** A piece of text with its weight; fields stand in it as `{{name}}`. */
export type Run = { readonly text: string; readonly bold?: true | undefined; readonly italic?: true | undefined };
export const textKinds = ['heading', 'paragraph', 'bullet', 'number'] as const;
/** Rich text is a flat list of blocks: there is no markup in it that could be anything else than text. */
export type TextBlock = { readonly kind: (typeof textKinds)[number]; readonly runs: readonly Run[] };

export const fillKinds = ['text', 'date', 'choice', 'initials'] as const;
/** What the client fills in before signing; stands in the text as a field of its label. */
export type FillField = {
  readonly id: string;
  readonly label: string;
  readonly kind: (typeof fillKinds)[number];
  /** Of a choice. */
  readonly choices: readonly string[];
  readonly required: boolean;
};

/** Somebody besides client and business who has to sign: a second parent, a guarantor. */
export type CoSignatory = { readonly id: string; readonly name: string; readonly email: string };

export const businessSigns = ['no', 'first', 'last'] as const;
export type Agreement = {
  readonly name: string;
  readonly blocks: readonly TextBlock[];
  readonly fields: readonly FillField[];
  readonly others: readonly CoSignatory[];
  /** Whether the others sign one after the other, or in any order. Client first in both. */
  readonly inOrder: boolean;
  readonly business: (typeof businessSigns)[number];
};

export const clientSignatory = 'client';
export const businessSignatory = 'business';

export const plainText = (blocks: readonly TextBlock[]): string =>
  blocks.map((block) => block.runs.map((run) => run.text).join('')).join('\n');

/** Everybody who has to sign, in the order in which they are asked. */
export function signatoriesOf({ others, business }: Pick<Agreement, 'others' | 'business'>): string[] {
  const people = [clientSignatory, ...others.map(({ id }) => id)];
  if (business === 'no') return people;
  return business === 'first' ? [businessSignatory, ...people] : [...people, businessSignatory];
}

/**
 * Who may sign now, of those who have not. The business before all others where it signs first and after them where it
 * signs last; the client before co-signatories; these one by one, or in any order.
 */
export function nextToSign(
  agreement: Pick<Agreement, 'others' | 'business' | 'inOrder'>,
  signed: readonly string[],
): string[] {
  const left = signatoriesOf(agreement).filter((id) => !signed.includes(id));
  const [first] = left;
  if (first === undefined) return [];
  const isOther = (id: string): boolean => id !== clientSignatory && id !== businessSignatory;
  return isOther(first) && !agreement.inOrder ? left.filter(isOther) : [first];
}
