import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';
import type { EvidenceKind } from '#core/disputes/evidence';
import type { DisputeFamily } from '#core/claims/said';
import type { ProcessorAnswer } from '#core/payments/answer';
import type { ProcessorEvent } from '#server/ports';
import type { BankBehaviour } from '#world/accounts/testBankAccounts';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import type { NetworkRequest } from '#world/cardNetwork/request';
import { bigint, bigserial, boolean, index, integer, jsonb, pgSchema, text } from 'drizzle-orm/pg-core';

export const world = pgSchema('world');
const instant = () => text().$type<Instant>();
const money = () => bigint({ mode: 'number' }).$type<Minor>();

/** The card network's own vault: what a token stands for. The number itself is not kept here either. */
export const vault = world.table('vault', {
  token: text().primaryKey(),
  /** The account whose frame it was typed into: no other one knows it. */
  account: text().notNull(),
  behaviour: text().$type<CardBehaviour | BankBehaviour>().notNull(),
  last4: text().notNull(),
  /** How often it was refused since it last went through: the short card recovers after some. */
  refusals: integer().notNull().default(0),
});

export const requests = world.table(
  'requests',
  {
    key: text().primaryKey(),
    request: jsonb().$type<NetworkRequest>().notNull(),
    answer: jsonb().$type<ProcessorAnswer>().notNull(),
    at: instant().notNull(),
    /** Where the bank waits for the client: the page's secret, and until when. */
    confirmation: text().unique(),
    confirmUntil: instant(),
    /** Where it is collected from a bank account: when that account's bank has decided. */
    settleAt: instant(),
    account: text().notNull(),
  },
  (table) => [index().on(table.confirmUntil), index().on(table.settleAt)],
);

export const authorisations = world.table(
  'authorisations',
  {
    reference: text().primaryKey(),
    account: text().notNull(),
    token: text().notNull(),
    amount: money().notNull(),
    currency: text().notNull(),
    description: text().notNull(),
    placedAt: instant().notNull(),
    expiresAt: instant().notNull(),
    state: text({ enum: ['live', 'captured', 'released', 'lapsed'] }).notNull(),
    captured: money(),
    endedAt: instant(),
    renews: text(),
  },
  (table) => [index().on(table.state, table.expiresAt)],
);

export const payments = world.table(
  'payments',
  {
    reference: text().primaryKey(),
    account: text().notNull(),
    amount: money().notNull(),
    currency: text().notNull(),
    refunded: money().notNull(),
    at: instant().notNull(),
    /** The working day on which it is paid out. */
    payOutAt: instant().notNull(),
    payout: text(),
    /** When the bank of its payer will have it sent back. */
    recallAt: instant(),
    /** When its payer disputes it. */
    disputeAt: instant(),
    /** What it was paid with, as the network knows it. */
    token: text(),
    /** The processor takes nothing of it: money that comes and goes with a dispute. */
    free: boolean().notNull().default(false),
    description: text().notNull(),
  },
  (table) => [index().on(table.payout, table.payOutAt), index().on(table.recallAt), index().on(table.disputeAt)],
);

/** Payments that their payers' banks ask about or have taken back. */
export const disputes = world.table(
  'disputes',
  {
    reference: text().primaryKey(),
    account: text().notNull(),
    payment: text().notNull(),
    amount: money().notNull(),
    family: text().$type<DisputeFamily>().notNull(),
    code: text().notNull(),
    state: text({ enum: ['asked', 'opened', 'dropped', 'won', 'lost'] }).notNull(),
    /** How often it was opened. */
    round: integer().notNull().default(1),
    opensAgain: boolean().notNull().default(false),
    openedAt: instant().notNull(),
    answerBy: instant().notNull(),
    /** When the bank decides, or opens it again, by itself. */
    actsAt: instant(),
    answer: jsonb().$type<{
      readonly key: string;
      readonly shows: readonly EvidenceKind[];
      readonly bytes: number;
      readonly sha256: string;
    }>(),
  },
  (table) => [index().on(table.actsAt)],
);

export const events = world.table(
  'events',
  {
    seq: bigserial({ mode: 'number' }).primaryKey(),
    id: text().notNull().unique(),
    event: jsonb().$type<ProcessorEvent>().notNull(),
    at: instant().notNull(),
    dueAt: instant().notNull(),
    delivered: boolean().notNull().default(false),
    tries: integer().notNull().default(0),
  },
  (table) => [index().on(table.delivered, table.dueAt)],
);
