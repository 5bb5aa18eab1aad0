import type { ApiProblem } from '#islands/api';
import { sayWith } from '#islands/format/say';
import { afterSentences } from '#islands/format/sentences/after';
import { bookingsSentences } from '#islands/format/sentences/bookings';
import { doorSentences } from '#islands/format/sentences/door';
import { documentsSentences } from '#islands/format/sentences/documents';
import { edgeSentences } from '#islands/format/sentences/edge';
import { moneySentences } from '#islands/format/sentences/money';
import { offerSentences } from '#islands/format/sentences/offer';
import { quotesSentences } from '#islands/format/sentences/quotes';

const rules = {
  ...afterSentences,
  ...bookingsSentences,
  ...offerSentences,
  ...moneySentences,
  ...quotesSentences,
  ...doorSentences,
  ...documentsSentences,
};
/** Every code that an owner's page can say; a route with another one does not compile where its problem is shown. */
export type SaidCode = keyof typeof rules;
export type SaidProblem = ApiProblem<SaidCode>;
export const saidCodes = Object.keys(rules);

/** The one place that turns a code into the sentence that an owner reads. */
export const problemSentence = sayWith<SaidCode>(rules, (code, { issues }) =>
  code === 'invalid_input' && issues?.[0]
    ? `${issues[0].path}: ${issues[0].message}.`
    : (edgeSentences[code] ?? edgeSentences.try_again),
);

/** The message for one field of a form, or nothing. */
export const fieldMessage = (problem: SaidProblem | null, path: string, currency?: string): string | null => {
  const issue = problem?.issues?.find((each) => each.path === path);
  if (issue) return issue.message;
  return problem?.path === path ? problemSentence(problem, currency) : null;
};
