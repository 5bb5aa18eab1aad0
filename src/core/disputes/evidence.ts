import type { DisputeFamily } from '#core/claims/said';

/** What the answer to a dispute can show. */
export const evidenceKinds = [
  'authentication',
  'agreement',
  'terms',
  'opened',
  'delivery',
  'claims',
  'letters',
  'ledger',
  'word',
] as const;
export type EvidenceKind = (typeof evidenceKinds)[number];

/**
 * What wins each family, most convincing first: the first page says it, and what of the rest there is follows on few pages
 * (docs/rules/afterTheService.md, rule 7).
 */
export const evidenceOrder: Readonly<Record<DisputeFamily, readonly EvidenceKind[]>> = {
  notAuthorised: ['authentication', 'opened', 'agreement', 'delivery', 'terms', 'letters', 'claims', 'ledger', 'word'],
  notProvided: ['delivery', 'agreement', 'opened', 'letters', 'claims', 'terms', 'authentication', 'ledger', 'word'],
  notAsDescribed: ['agreement', 'claims', 'delivery', 'letters', 'terms', 'opened', 'authentication', 'ledger', 'word'],
  cancelled: ['terms', 'ledger', 'opened', 'letters', 'agreement', 'delivery', 'authentication', 'claims', 'word'],
  otherSum: ['ledger', 'agreement', 'terms', 'letters', 'delivery', 'authentication', 'opened', 'claims', 'word'],
  authorisation: ['authentication', 'ledger', 'terms', 'agreement', 'opened', 'letters', 'delivery', 'claims', 'word'],
};

/** The one thing without which an answer of this family says little. */
export const decisiveEvidence = (family: DisputeFamily): EvidenceKind => evidenceOrder[family][0]!;
