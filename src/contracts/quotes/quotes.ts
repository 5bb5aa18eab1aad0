import { businessSigns, fillKinds, textKinds } from '#core/agreements/agreement';
import { Moment, Money, WholeNumber } from '#contracts/core/parts';
import { discountKinds, expiryKinds, fixedBlocks, settlings } from '#core/quotes/draft';
import { signingMethods } from '#core/quotes/facts';
import { mostSignatureLetters } from '#core/quotes/signatureSize';
import { z } from 'zod';

const Id = z.string().min(1).max(64);
const Key = z.string().min(8).max(64);
const short = (most: number) => z.string().max(most, `at most ${most} letters`);
const FileId = z.string().max(64);

const RunIn = z.strictObject({
  text: z.string().max(20_000),
  bold: z.literal(true).optional(),
  italic: z.literal(true).optional(),
});
const TextBlocks = z
  .array(z.strictObject({ kind: z.enum(textKinds), runs: z.array(RunIn).max(200) }))
  .max(400, 'at most 400 paragraphs')
  .refine((blocks) => blocks.flatMap((block) => block.runs).reduce((sum, run) => sum + run.text.length, 0) <= 60_000, {
    error: 'at most 60,000 letters',
  });

export const AgreementIn = z.strictObject({
  name: short(120),
  blocks: TextBlocks,
  fields: z
    .array(
      z.strictObject({
        id: Id,
        label: z.string().trim().min(1, 'a label is needed').max(60),
        kind: z.enum(fillKinds),
        choices: z.array(short(80)).max(20),
        required: z.boolean(),
      }),
    )
    .max(20, 'at most 20 fields'),
  others: z
    .array(z.strictObject({ id: Id, name: short(120), email: short(254) }))
    .max(6, 'at most six more signatures'),
  inOrder: z.boolean(),
  business: z.enum(businessSigns),
});

const line = { id: Id, label: short(200), note: short(500), unitPrice: short(30), taxes: z.array(short(20)).max(5) };
const WaiverIn = z.strictObject({ hold: short(30), most: short(30) });
const BlockIn = z.union([
  z.strictObject({ id: Id, kind: z.enum(['heading', 'text']), text: short(5000) }),
  z.strictObject({ id: Id, kind: z.literal('picture'), file: FileId, text: short(200) }),
  z.strictObject({ id: Id, kind: z.enum(fixedBlocks) }),
]);

/** A draft as it is typed: half-written numbers and all, within limits of length. */
export const QuoteDraftIn = z.strictObject({
  title: short(120),
  subject: short(200),
  clientName: short(120),
  clientEmail: short(254),
  copyTo: short(600),
  serviceId: short(64),
  start: short(16),
  end: short(16),
  taxMode: z.enum(['inclusive', 'exclusive']),
  lines: z
    .array(
      z.strictObject({
        ...line,
        quantity: short(20),
        unit: short(30),
        discountKind: z.enum(discountKinds),
        discount: short(30),
      }),
    )
    .max(60, 'at most 60 lines'),
  extras: z
    .array(z.strictObject({ ...line, least: short(5), most: short(5), preset: short(5), waiver: WaiverIn.optional() }))
    .max(40, 'at most 40 extras'),
  discountKind: z.enum(discountKinds),
  discount: short(30),
  termsId: short(64),
  settling: z.enum(settlings),
  accountDays: short(5),
  expiryKind: z.enum(expiryKinds),
  expiry: short(20),
  included: short(5000),
  note: short(5000),
  privateNote: short(5000),
  reference: short(80),
  attachments: z.array(z.strictObject({ file: FileId, name: short(160) })).max(10, 'at most ten attachments'),
  thanks: short(2000),
  nextPage: short(500),
  agreement: AgreementIn.nullable(),
  blocks: z
    .array(BlockIn)
    .max(60, 'at most 60 blocks')
    .refine((blocks) => new Set(blocks.map((block) => block.id)).size === blocks.length, 'each block once'),
});

/** A new quote: from nothing, from a template, from an earlier booking or from another quote. */
export const NewQuote = z.strictObject({
  requestKey: Key,
  from: z
    .union([
      z.strictObject({ template: Id }),
      z.strictObject({ booking: Id }),
      z.strictObject({ quote: Id }),
      z.strictObject({ client: Id }),
    ])
    .nullable(),
});
export type NewQuote = z.infer<typeof NewQuote>;

/** `edition` is the one that the writer had read: who writes on an older one is told. */
export const SaveQuote = z.strictObject({ quoteId: Id, edition: WholeNumber, draft: QuoteDraftIn });
export type SaveQuote = z.infer<typeof SaveQuote>;

export const SaveTemplate = z.strictObject({
  templateId: Id.nullable(),
  requestKey: Key,
  edition: WholeNumber,
  name: z.string().trim().min(1, 'a name is needed').max(80),
  retired: z.boolean(),
  draft: QuoteDraftIn,
});
export type SaveTemplate = z.infer<typeof SaveTemplate>;

export const SaveAgreement = z.strictObject({
  agreementId: Id.nullable(),
  requestKey: Key,
  edition: WholeNumber,
  agreement: AgreementIn.extend({ name: z.string().trim().min(1, 'a name is needed').max(120) }),
});
export type SaveAgreement = z.infer<typeof SaveAgreement>;

export const OnQuote = z.strictObject({ quoteId: Id, edition: WholeNumber });
export type OnQuote = z.infer<typeof OnQuote>;

export const SendQuote = z.strictObject({ quoteId: Id, edition: WholeNumber, by: z.enum(['message', 'link']) });
export type SendQuote = z.infer<typeof SendQuote>;

export const AnswerQuestion = z.strictObject({
  quoteId: Id,
  edition: WholeNumber,
  text: z.string().trim().min(1, 'write an answer').max(2000),
});
export type AnswerQuestion = z.infer<typeof AnswerQuestion>;

const Image = z
  .string()
  .max(mostSignatureLetters, 'a picture of at most 500 kB')
  .regex(/^data:image\/png;base64,[A-Za-z0-9+/=]+$/, 'a PNG picture');
const SignatureIn = z.strictObject({
  name: z.string().trim().min(1, 'your name is needed').max(120),
  method: z.enum(signingMethods),
  image: Image.nullable(),
  consents: z.boolean(),
});
export type SignatureIn = z.infer<typeof SignatureIn>;

export const SignByBusiness = z.strictObject({ quoteId: Id, edition: WholeNumber, signature: SignatureIn });
export type SignByBusiness = z.infer<typeof SignByBusiness>;

const Link = z.string().min(20).max(100);
const ChoiceIn = z.record(Id, z.number().int().min(0).max(1000));
const FilledIn = z.record(Id, short(500));

export const ChooseOnQuote = z.strictObject({ link: Link, revision: WholeNumber, choice: ChoiceIn, filled: FilledIn });
export type ChooseOnQuote = z.infer<typeof ChooseOnQuote>;

/** What the client had read is sent along: nobody accepts or signs anything else than that. */
export const AcceptQuote = z.strictObject({
  link: Link,
  attempt: Key,
  /** `at`: the moment that the page was computed for; its text is what is signed. */
  seen: z.strictObject({ digest: z.string().max(100), at: Moment, total: Money, dueNow: Money }),
  choice: ChoiceIn,
  filled: FilledIn,
  signature: SignatureIn.nullable(),
});
export type AcceptQuote = z.infer<typeof AcceptQuote>;

/** A further signatory signs the document that the client signed. */
export const SignQuote = z.strictObject({ link: Link, sha256: z.string().max(100), signature: SignatureIn });
export type SignQuote = z.infer<typeof SignQuote>;

export const WriteOnQuote = z.strictObject({
  link: Link,
  attempt: Key,
  what: z.enum(['ask', 'decline', 'askAgain']),
  text: z.string().trim().max(2000, 'at most 2000 letters'),
});
export type WriteOnQuote = z.infer<typeof WriteOnQuote>;

export const ConvertQuote = z.strictObject({ quoteId: Id, edition: WholeNumber, choice: ChoiceIn });
export type ConvertQuote = z.infer<typeof ConvertQuote>;
