import { usualCurrency } from '#core/money/currency';
import type { EdgeCode } from '#contracts/routes/edge';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import type { ApiProblem } from '#islands/api';

/** What a person reads of a refusal: a sentence, or what makes one of the data that explains it. Sums are of that currency. */
export type Sentence = string | ((detail: Readonly<Record<string, unknown>>, currency: string) => string);
export type Sentences<Code extends string = string> = Readonly<Record<Code, Sentence>>;

/** A sum that a refusal brings, as it is read. */
export const sumIn = (detail: Readonly<Record<string, unknown>>, name: string, currency: string): string =>
  formatMoney(minor(Number(detail[name] ?? 0)), currency);

const spoken = (sentence: Sentence, { detail }: ApiProblem, currency: string): string =>
  typeof sentence === 'string' ? sentence : sentence(detail ?? {}, currency);

/**
 * Says what a rule refused by its own sentence: the compiler holds that each code has one. What any request may meet is
 * said by `edge`, and so is a code of a server that is newer than the page.
 */
export const sayWith =
  <Code extends string>(rules: Sentences<Code>, edge: (code: EdgeCode, problem: ApiProblem) => string) =>
  (problem: ApiProblem<Code>, currency: string = usualCurrency): string => {
    const { code } = problem;
    const isRule = (each: string): each is Code => Object.hasOwn(rules, each);
    return isRule(code) ? spoken(rules[code], problem, currency) : edge(code, problem);
  };

/** For a client's page: what was not answered changed nothing, and may be sent again. */
export const harmless =
  (nothing: string, again: string, offline = `${again} when it is back`) =>
  (code: EdgeCode, { issues }: ApiProblem): string => {
    if (code === 'invalid_input' && issues?.[0]) return `${issues[0].message}.`;
    return code === 'no_connection'
      ? `There is no connection. ${nothing}; ${offline}.`
      : `That did not get through. ${nothing}; ${again}.`;
  };
