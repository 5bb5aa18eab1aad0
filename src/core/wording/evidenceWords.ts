import { claimState } from '#core/claims/claims';
import type { Dispute } from '#core/disputes/disputes';
import { type EvidenceKind, evidenceOrder } from '#core/disputes/evidence';
import type { Recorded } from '#core/people/actor';
import type { Fact, FactOf } from '#core/bookings/facts';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { PlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { type PriceInput } from '#core/price/price';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { claimSentence, claimStateForOwner } from '#core/wording/claimWords';
import { longMoment, longWall } from '#core/wording/days';
import { cameBy } from '#core/wording/receiptRows';
import { requestRows } from '#core/wording/requestWords';

/** One thing that an answer shows; without lines there is nothing of it. */
export type Evidence = {
  readonly kind: EvidenceKind;
  readonly title: string;
  readonly lines: readonly string[];
  readonly pictures: readonly string[];
};

export const evidenceTitles: Readonly<Record<EvidenceKind, string>> = {
  authentication: 'How the holder was checked as they paid',
  agreement: 'What was agreed',
  terms: 'The terms as they were read before paying',
  opened: 'What the client opened, when, and from which device',
  delivery: 'That the service was given',
  claims: 'What was claimed, and what the client said to it',
  letters: 'Letters to the client',
  ledger: 'Each payment, and what it was for',
  word: 'In our own words',
};

export type EvidenceAbout = {
  readonly dispute: Dispute;
  readonly current: BookingState;
  readonly facts: readonly Recorded<Fact>[];
  readonly title: string;
  readonly number: string;
  readonly price: PriceInput;
  readonly client: { readonly name: string; readonly email: string };
  /** What the processor answered to the payment. */
  readonly answered: { readonly reference: string; readonly at: Instant } | null;
  readonly signed: { readonly name: string; readonly by: string; readonly sha256: string; readonly at: Instant } | null;
  readonly documents: readonly { readonly number: string; readonly title: string; readonly day: string }[];
};

/** Not in the year of anything: every day is written with its own. */
const noDay = '0001-01-01' as PlainDate;

/** Lines of a page: what is more is counted, so that an answer stays a few pages. */
const mostLines = 36;
const fewer = (lines: readonly string[]): string[] =>
  lines.length <= mostLines
    ? [...lines]
    : [...lines.slice(0, mostLines), `And ${lines.length - mostLines} more of the same kind.`];

const shortDevice = (device: string): string => device.slice(0, 10);

/**
 * What speaks for the business in a dispute, most convincing for its family first; generated from facts, and from nothing that
 * somebody could have written afterwards.
 */
export function evidenceOf(about: EvidenceAbout): Evidence[] {
  const { dispute, current, facts, client } = about;
  const { currency, timeZone } = current.agreed;
  const when = (at: Instant): string => longMoment(at, timeZone, noDay);
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const deviceOf = ({ actor }: Recorded<Fact>): string =>
    actor.kind === 'client' && actor.device ? `, from device ${shortDevice(actor.device)}` : '';
  const paid = facts.find((fact) => fact.kind === 'received' && fact.receiptId === dispute.receiptId);
  const kept = facts.findLast(
    (fact): fact is Recorded<FactOf<'cardKept'>> => fact.kind === 'cardKept' && (!paid || fact.at <= paid.at),
  );
  const until = paid?.at ?? dispute.openedAt;

  const lines: Readonly<Record<EvidenceKind, () => string[]>> = {
    authentication: () => [
      ...(paid?.kind === 'received'
        ? [
            `${sum(paid.amount)} was paid ${cameBy[paid.method]} on ${when(paid.at)}${deviceOf(paid)}${paid.last4 ? `, ending in ${paid.last4}` : ''}.`,
          ]
        : []),
      ...(about.answered
        ? [`The bank approved it on ${when(about.answered.at)}, reference ${about.answered.reference}.`]
        : []),
      ...(kept?.evidence
        ? [
            kept.evidence.confirmed
              ? `The bank asked the holder to confirm, and they did, as the card was kept on ${when(kept.at)}.`
              : `The bank checked the card as it was kept on ${when(kept.at)}, reference ${kept.evidence.reference}.`,
          ]
        : []),
      ...(kept && kept.consent !== '' ? [`The holder agreed to this: “${kept.consent}”`] : []),
    ],
    agreement: () => [
      `${about.title}, booking ${about.number}, for ${client.name} (${client.email}).`,
      `From ${longWall(current.agreed.start, noDay)} to ${longWall(current.agreed.end, noDay)}.`,
      ...requestRows(about.price).map(({ what, how, amount }) => `${what}${how ? ` (${how})` : ''}: ${amount}`),
      ...facts.flatMap((fact) =>
        fact.kind === 'agreed' && fact.agreement
          ? [
              `Accepted by ${fact.agreement.signedBy} on ${when(fact.at)}${deviceOf(fact)}: “${fact.agreement.name}”, SHA-256 ${fact.agreement.sha256}.`,
            ]
          : [],
      ),
      ...(about.signed
        ? [
            `Signed by ${about.signed.by} on ${when(about.signed.at)}: “${about.signed.name}”, SHA-256 ${about.signed.sha256}.`,
          ]
        : []),
      ...facts.flatMap((fact) =>
        fact.kind === 'changed' && fact.tells ? [`Changed on ${when(fact.at)}; the client was told.`] : [],
      ),
    ],
    terms: () => {
      const before = facts.filter((fact) => fact.at <= until);
      const then = bookingState(current.agreed, before.length > 0 ? before : facts, until);
      const cancelled = facts.find((fact) => fact.kind === 'cancelled');
      return [
        ...cancellationSentences(then),
        ...(cancelled?.kind === 'cancelled'
          ? [
              `It was cancelled on ${when(cancelled.at)}: ${sum(cancelled.keep)} kept by these terms, ${sum(cancelled.refund)} to be given back.`,
            ]
          : ['It was not cancelled.']),
      ];
    },
    opened: () =>
      facts.flatMap((fact) =>
        fact.kind === 'seen' ? [`${when(fact.at)}: the page of the ${fact.page}${deviceOf(fact)}`] : [],
      ),
    delivery: () => [
      `Agreed from ${longWall(current.agreed.start, noDay)} to ${longWall(current.agreed.end, noDay)}.`,
      ...facts.flatMap((fact) => {
        if (fact.kind === 'delivered') return [`The service ended on ${when(fact.at)}, and was given.`];
        if (fact.kind === 'broughtBack') return [`What was lent came back on ${when(fact.moment)}.`];
        if (fact.kind === 'closedOut') return [`It was closed on ${when(fact.at)}; the client was told how.`];
        return [];
      }),
      ...about.documents.map(({ number, title, day }) => `${title} ${number} of ${day}.`),
    ],
    claims: () =>
      current.ledger.after.claims.flatMap((claim) => {
        const { answer, decided, restsOn, pictures } = claim;
        return [
          `${claimSentence(claim, currency)} ${claimStateForOwner[claimState(claim, current.asOf)]}.`,
          ...(restsOn ? [restsOn] : []),
          ...(answer?.kind === 'accepted' ? [`The client accepted it on ${when(answer.at)}.`] : []),
          ...(answer?.kind === 'objected' ? [`The client objected on ${when(answer.at)}: “${answer.note}”`] : []),
          ...(decided ? [`Decided on ${when(decided.at)}. ${decided.note}`] : []),
          ...pictures.map(({ sha256, taken }) => `Picture${taken ? ` taken ${when(taken)}` : ''}, SHA-256 ${sha256}.`),
        ];
      }),
    letters: () =>
      facts.flatMap((fact) => (fact.kind === 'sent' ? [`${when(fact.at)} to ${fact.to}: ${fact.subject}`] : [])),
    ledger: () =>
      facts.flatMap((fact) => {
        if (fact.kind === 'received')
          return [
            `${when(fact.at)}: ${sum(fact.amount)} received ${cameBy[fact.method]}${fact.receiptId === dispute.receiptId ? ' (this payment)' : ''}`,
          ];
        if (fact.kind === 'refunded') return [`${when(fact.at)}: ${sum(fact.amount)} given back`];
        if (fact.kind === 'holdCaptured' || fact.kind === 'claimsTaken' || fact.kind === 'keptFromHold')
          return [
            `${when(fact.at)}: ${sum(fact.captured)} taken of the hold${fact.authorisation === dispute.receiptId ? ' (this payment)' : ''}`,
          ];
        if (fact.kind === 'holdReleased') return [`${when(fact.at)}: the hold of ${sum(fact.amount)} let go`];
        return [];
      }),
    word: () => [],
  };
  const pictures = (kind: EvidenceKind): string[] =>
    kind === 'claims' ? current.ledger.after.claims.flatMap((claim) => claim.pictures.map(({ fileId }) => fileId)) : [];
  return evidenceOrder[dispute.family].map((kind) => ({
    kind,
    title: evidenceTitles[kind],
    lines: fewer(lines[kind]()),
    pictures: pictures(kind),
  }));
}
