import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** What kind of thing a claim is for: its tax is set by this (docs/rules/documents.md). */
export const claimKinds = ['damage', 'late', 'refill', 'other'] as const;
export type ClaimKind = (typeof claimKinds)[number];

/** A picture that a claim rests on: the file's id, its digest, and when it was taken by the device's own account. */
export type ClaimPicture = { readonly fileId: string; readonly sha256: string; readonly taken: Instant | null };

/** A claim as the owner says it, and as the client reads it. */
export type ClaimSaid = {
  readonly claimId: string;
  readonly what: ClaimKind;
  readonly reason: string;
  readonly amount: Minor;
  /** What it rests on, in the owner's words. */
  readonly restsOn: string;
  readonly pictures: readonly ClaimPicture[];
};

/** What a dispute is about decides what wins it (docs/rules/afterTheService.md, rule 7). */
export const disputeFamilies = [
  'notAuthorised',
  'notProvided',
  'notAsDescribed',
  'cancelled',
  'otherSum',
  'authorisation',
] as const;
export type DisputeFamily = (typeof disputeFamilies)[number];
