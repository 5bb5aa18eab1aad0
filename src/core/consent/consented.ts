import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/**
 * What a client agreed that a kept card or bank account may pay without another question (docs/rules/consent.md): the
 * purposes that are named, and nothing else.
 */
export type Consented = {
  /** Instalments by what they are called: the sum of each with what had been paid of it, and the day it was shown with. */
  readonly instalments: readonly { readonly name: string; readonly amount: Minor; readonly due: PlainDate | null }[];
  /** With its renewals. */
  readonly hold: { readonly amount: Minor; readonly until: Instant } | null;
  /** What a cancellation or a no-show leaves owed, by the tiers of the terms. */
  readonly cancellation: { readonly most: Minor } | null;
  /** Claims that the client has been told of so many days before, or has accepted. */
  readonly claims: { readonly most: Minor; readonly days: number } | null;
};

/** How it is known that the holder agreed: the check with their bank, and whether that asked them. */
export type ConsentEvidence = { readonly reference: string; readonly confirmed: boolean };

/** Days before each collection on which the client is told of it at the latest. */
export const debitNoticeDays = 2;

/** For collections from a bank account. */
export type Mandate = {
  /** The identifier of whoever collects, where the business has one. */
  readonly creditor: string;
  readonly reference: string;
  readonly noticeDays: number;
};
