import { Currency, Moment, Money } from '#contracts/core/parts';
import type { ProcessorEvent, ProcessorNews } from '#server/ports';
import { disputeFamilies } from '#core/claims/said';
import type { Minor } from '#core/money/minor';
import { z } from 'zod';

const Reference = z.string().min(1).max(200);
/** Unlike the sums of a request, a payout may be negative: more given back than taken. */
const SignedMoney = z.custom<Minor>((value) => Number.isSafeInteger(value));

/** The events of the simulated processors, as they post them. */
const Last4 = z.string().max(8);

const Answer = z.discriminatedUnion('outcome', [
  z.object({
    outcome: z.literal('approved'),
    reference: Reference,
    at: Moment,
    expires: Moment.optional(),
    last4: Last4.optional(),
    part: Money.optional(),
  }),
  z.object({ outcome: z.literal('pending'), reference: Reference, settles: Moment, last4: Last4, at: Moment }),
  z.object({ outcome: z.literal('declined'), code: z.string().max(8), decline: z.enum(['soft', 'hard']), at: Moment }),
  z.object({
    outcome: z.literal('confirm'),
    reference: Reference,
    url: z.string().max(500),
    until: Moment,
    at: Moment,
  }),
]);

const News: z.ZodType<ProcessorNews> = z.discriminatedUnion('type', [
  z.object({ type: z.literal('request.answered'), key: Reference, answer: Answer }),
  z.object({
    type: z.literal('payment.returned'),
    payment: Reference,
    amount: Money,
    code: z.string().max(8),
    at: Moment,
  }),
  z.object({
    type: z.literal('dispute.changed'),
    dispute: Reference,
    payment: Reference,
    state: z.enum(['asked', 'opened', 'dropped', 'won', 'lost']),
    amount: Money,
    charge: Money,
    family: z.enum(disputeFamilies),
    code: z.string().max(8),
    answerBy: Moment,
    at: Moment,
  }),
  z.object({ type: z.literal('authorisation.lapsed'), authorisation: Reference, at: Moment }),
  z.object({
    type: z.literal('payout.made'),
    payout: Reference,
    at: Moment,
    currency: Currency,
    gross: SignedMoney,
    fee: SignedMoney,
    payments: z.array(z.object({ reference: Reference, amount: z.number().int(), fee: z.number().int() })),
  }),
]);

export const ProcessorEventIn: z.ZodType<ProcessorEvent> = z.object({ account: Reference }).and(News);
