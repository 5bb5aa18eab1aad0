import { EmailAddress } from '#contracts/fields/emailAddress';
import { WholeNumber } from '#contracts/core/parts';
import { type AnyOccasion, originalWordings } from '#core/wording/originalWordings';
import { z } from 'zod';

const Occasion = z.enum(Object.keys(originalWordings) as [AnyOccasion, ...AnyOccasion[]]);
const text = {
  occasion: Occasion,
  subject: z
    .string()
    .trim()
    .min(1, 'a subject is needed')
    .max(200, 'at most 200 letters')
    .regex(/^[^\r\n]*$/, 'one line'),
  body: z.string().trim().min(1, 'a text is needed').max(10_000, 'at most 10,000 letters'),
};

export const SaveWording = z.strictObject({
  ...text,
  off: z.boolean(),
  copyTo: z.array(EmailAddress).max(10, 'at most ten addresses'),
  /** The one that its writer had read: who writes on an older one is told. */
  edition: WholeNumber,
});
export type SaveWording = z.infer<typeof SaveWording>;

/** How a message would read, on a real booking or quote; without a number, on the newest that had such a message. */
export const PreviewWording = z.strictObject({ ...text, number: z.string().trim().max(20) });
export type PreviewWording = z.infer<typeof PreviewWording>;

export const RecallMessage = z.strictObject({ messageId: z.string().min(1).max(64) });
export type RecallMessage = z.infer<typeof RecallMessage>;
