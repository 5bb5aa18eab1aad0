import { Money, Wall, WholeNumber } from '#contracts/core/parts';
import { HoursIn } from '#contracts/places/places';
import type { BusinessFace } from '#contracts/quotes/views';
import type { ServicesView } from '#contracts/catalogue/serviceViews';
import type { PaymentMethodsView } from '#contracts/paymentMethods/views';
import { beginSteps, type BeginStep, type StepState } from '#core/settings/steps';
import type { BookingStage } from '#core/bookings/stage';
import type { Terms } from '#core/terms/terms';
import { z } from 'zod';

const count = (least: number, most: number) =>
  WholeNumber.refine((value) => value >= least && value <= most, `from ${least} to ${most}`);
const about = {
  requestKey: z.string().min(8).max(64),
  name: z.string().trim().min(1, 'a name, as your clients read it').max(120, 'at most 120 letters'),
  unitPrice: Money.refine((price) => price > 0, 'a price above zero'),
  hours: HoursIn,
};

/** The first thing that a business offers, in the few words that its owner is asked for. */
export const BeginOffer = z.discriminatedUnion('kind', [
  z.strictObject({ ...about, kind: z.literal('appointment'), minutes: count(5, 1440), atOnce: count(1, 500) }),
  z.strictObject({ ...about, kind: z.literal('rental'), by: z.enum(['hour', 'day', 'night']), units: count(1, 5000) }),
  z
    .strictObject({ ...about, kind: z.literal('event'), start: Wall, end: Wall, seats: count(1, 5000) })
    .refine(({ start, end }) => end > start, { error: 'the end is before the start', path: ['end'] }),
  z.strictObject({ ...about, kind: z.literal('project'), days: count(1, 366) }),
]);
export type BeginOffer = z.infer<typeof BeginOffer>;

const Step = z.enum(beginSteps);
/** A step that was gone through or left for later; all of it sent away, or taken up again. */
export const SaveBegun = z.union([
  z.strictObject({ step: Step, as: z.enum(['done', 'left']) }),
  z.strictObject({ over: z.boolean() }),
]);
export type SaveBegun = z.infer<typeof SaveBegun>;

/** `copied` is the digest of the copy that was handed out: what came after it is not thrown away unseen. */
export const CleanBooks = z.strictObject({ copied: z.string().regex(/^[0-9a-f]{64}$/) });
export type CleanBooks = z.infer<typeof CleanBooks>;

export type BeginView = {
  readonly steps: Readonly<Record<BeginStep, StepState>>;
  readonly over: boolean;
  /** The service that the steps are about: the first that clients can book. */
  readonly serviceId: string | null;
  readonly services: ServicesView;
  readonly terms: readonly { readonly id: string; readonly name: string; readonly rules: Terms }[];
  readonly ways: PaymentMethodsView;
  readonly face: BusinessFace;
  /** The newest booking, where one has been tried. */
  readonly tried: { readonly number: string; readonly stage: BookingStage } | null;
  /** Whether what was tried can be removed: no live account was used. */
  readonly canClean: boolean;
};
