import { claimKinds } from '#core/claims/said';
import { Moment, Money, Wall } from '#contracts/core/parts';
import { Day } from '#contracts/invoices/documents';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const RequestKey = z.string().min(8).max(64);
const Token = z.string().min(20).max(100);
const sum = Money.refine((value) => value > 0, 'a sum above zero');
const word = z.string().trim().max(2000, 'at most 2000 letters');

const Picture = z.strictObject({ fileId: Id, taken: Moment.nullable() });

/** A claim, said for the first time or anew. */
export const SaveClaim = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  /** Null for a new one. */
  claimId: Id.nullable(),
  what: z.enum(claimKinds),
  reason: z.string().trim().min(1, 'say what the claim is for').max(200, 'at most 200 letters'),
  amount: sum,
  restsOn: word,
  pictures: z.array(Picture).max(20, 'at most 20 pictures'),
});
export type SaveClaim = z.infer<typeof SaveClaim>;

export const OnClaim = z.strictObject({ bookingId: Id, claimId: Id });
export type OnClaim = z.infer<typeof OnClaim>;

/** After an objection: the owner stays with a sum, at most the one that was claimed. */
export const DecideClaim = z.strictObject({ bookingId: Id, claimId: Id, amount: sum, note: word });
export type DecideClaim = z.infer<typeof DecideClaim>;

export const OnClaims = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  claimIds: z.array(Id).min(1, 'at least one').max(20),
});
export type OnClaims = z.infer<typeof OnClaims>;

/** The client's answer to one claim, of the sum that they were shown. */
export const AnswerClaim = z
  .strictObject({
    link: Token,
    claimId: Id,
    accept: z.boolean(),
    seen: Money,
    note: word,
    agreesTo: Money.optional(),
  })
  .refine(({ accept, note }) => accept || note !== '', { error: 'please say why', path: ['note'] });
export type AnswerClaim = z.infer<typeof AnswerClaim>;

/** It came back: now, or at a time of the business's clocks that has passed. */
export const MarkReturned = z.strictObject({ bookingId: Id, moment: Wall.nullable() });
export type MarkReturned = z.infer<typeof MarkReturned>;

export const OnlyBooking = z.strictObject({ bookingId: Id });
export type OnlyBooking = z.infer<typeof OnlyBooking>;

export const GiveCourtesy = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  amount: sum,
  /** Null: newest first. */
  receiptId: z.string().min(1).max(128).nullable(),
  reason: word,
});
export type GiveCourtesy = z.infer<typeof GiveCourtesy>;

export const ReversePayment = z.strictObject({
  bookingId: Id,
  receiptId: z.string().min(1).max(128),
  reason: z.string().trim().min(1, 'say what was wrong').max(500, 'at most 500 letters'),
});
export type ReversePayment = z.infer<typeof ReversePayment>;

/** A hold by hand, until the end of that day: of the card on file, or of one at the counter. */
export const PutHold = z.strictObject({
  bookingId: Id,
  requestKey: RequestKey,
  amount: sum,
  until: Day,
  how: z.enum(['card', 'counter']),
});
export type PutHold = z.infer<typeof PutHold>;

/** What a decision about money would do is computed and told before it is taken. */
export const ForeseeCourtesy = GiveCourtesy.omit({ requestKey: true, reason: true });
export type ForeseeCourtesy = z.infer<typeof ForeseeCourtesy>;
export const ForeseeReversal = ReversePayment.omit({ reason: true });
export type ForeseeReversal = z.infer<typeof ForeseeReversal>;
/** The client agrees anew to what their card is to pay and hold; their bank may ask them to confirm. */
export const AgreeAnew = z.strictObject({ link: Token, attempt: RequestKey });
export type AgreeAnew = z.infer<typeof AgreeAnew>;

export const AnswerDispute = z.strictObject({
  dispute: Id,
  requestKey: RequestKey,
  /** The owner's own word on it. */
  word: z.string().trim().max(3000, 'at most 3000 letters'),
  pictures: z.array(Id).max(20, 'at most 20 pictures'),
});
export type AnswerDispute = z.infer<typeof AnswerDispute>;
export const ConcedeDispute = z.strictObject({ dispute: Id, requestKey: RequestKey });
export type ConcedeDispute = z.infer<typeof ConcedeDispute>;
