import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import type { ApiProblem } from '#islands/api';

const sentences: Readonly<Record<string, string>> = {
  no_connection: 'There is no connection. Nothing was booked twice; press the button again when it is back.',
  quote_changed: 'The offer was changed while you read it. What changed stands above; look at it, then accept.',
  quote_over: 'This offer was answered already; the page now shows how.',
  quote_expired: 'The offer has expired meanwhile.',
  extra_out_of_limits: 'One of the extras is no longer offered in that number.',
  field_missing: 'Something is still to be filled in.',
  field_wrong: 'Something that was filled in is not quite right.',
  signature_missing: 'The signature is missing.',
  account_limit: 'This is more than may stand open on your account; write to us, and we find a way.',
  not_your_turn: 'Somebody else has to sign first.',
  file_kind: 'The picture of the signature is not one that can be read.',
  file_unreadable: 'The picture of the signature is not one that can be read.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  text_missing: 'Write your question first.',
  too_many_questions: 'There are many questions already; please write a message instead.',
};

/** What went wrong with an offer, as its reader reads it. */
export function quoteProblem({ code, detail, issues }: ApiProblem, currency: string): string {
  if (code === 'sums_changed' && typeof detail?.total === 'number' && typeof detail.dueNow === 'number')
    return `This page is of another day, or its sums have changed since: ${formatMoney(minor(detail.total), currency)} in all, ${formatMoney(minor(detail.dueNow), currency)} now. Reload the page, and look again.`;
  if (code === 'invalid_input' && issues?.[0]) return `${issues[0].message}.`;
  return sentences[code] ?? 'That did not get through. Nothing was booked twice; press the button again.';
}
