import { CancelIn } from '#contracts/core/cancel';
import { CloseoutIn } from '#contracts/core/closeout';
import { InvoiceIn } from '#contracts/core/invoice';
import { FeeIn } from '#contracts/core/fee';
import { PlanIn } from '#contracts/core/plan';
import { PositionIn } from '#contracts/core/position';
import { PriceIn } from '#contracts/core/price';
import { cancel } from '#core/cancellation/cancel';
import { closeout } from '#core/closeout/closeout';
import { fee } from '#core/fee/fee';
import { invoice } from '#core/invoices/invoice';
import { OutOfRange } from '#core/outOfRange';
import { plan, type PlanRefusal } from '#core/plan/plan';
import { position } from '#core/position/position';
import { price } from '#core/price/price';
import type { z } from 'zod';

export type CommandError = { code: string; message: string; path: string };
export type Answer = { value: unknown } | { error: CommandError };
/** One command of docs/rules/commandLine.md: a document's text in, its result or error out. */
export type Computation = (text: string) => Answer;

const refusalMessages = {
  terms_do_not_add_up: 'the instalments leave a part of the total that none of them takes',
  hold_has_no_length: 'the hold would end before it begins',
  hold_margin_too_long: 'the margin is not shorter than the validity of an authorisation',
} satisfies Record<PlanRefusal['code'], string>;

const refusalPaths = {
  terms_do_not_add_up: 'instalments',
  hold_has_no_length: 'hold.keep',
  hold_margin_too_long: 'hold.margin',
} satisfies Record<PlanRefusal['code'], string>;

const invalid = (message: string, path = ''): Answer => ({ error: { code: 'invalid_input', message, path } });

function parseObject(text: string): { object: object } | { reason: string } {
  try {
    const value: unknown = JSON.parse(text);
    const isObject = typeof value === 'object' && value !== null && !Array.isArray(value);
    return isObject ? { object: value } : { reason: 'not a JSON object' };
  } catch (error) {
    return { reason: `not JSON: ${(error as Error).message}` };
  }
}

function computation<T>(contract: z.ZodType<T>, compute: (input: T) => Answer): Computation {
  return (text) => {
    const parsed = parseObject(text);
    if ('reason' in parsed) return invalid(parsed.reason);
    try {
      const checked = contract.safeParse(parsed.object);
      if (checked.success) return compute(checked.data);
      const issue = checked.error.issues[0]!;
      return invalid(issue.message, [...issue.path, ...unknownKey(issue)].join('.'));
    } catch (error) {
      if (error instanceof OutOfRange) return invalid(error.message, error.path);
      throw error;
    }
  };
}

const unknownKey = (issue: z.core.$ZodIssue): string[] =>
  issue.code === 'unrecognized_keys' ? issue.keys.slice(0, 1) : [];

export const computations: Readonly<Record<string, Computation>> = {
  price: computation(PriceIn, (input) => ({ value: price(input) })),
  plan: computation(PlanIn, (input) => {
    const planned = plan(input);
    if (planned.ok) return { value: planned.value };
    const { code } = planned.refusal;
    return { error: { code, message: refusalMessages[code], path: refusalPaths[code] } };
  }),
  position: computation(PositionIn, (input) => ({ value: position(input) })),
  cancel: computation(CancelIn, (input) => ({ value: cancel(input) })),
  closeout: computation(CloseoutIn, (input) => ({ value: closeout(input) })),
  fee: computation(FeeIn, (input) => ({ value: fee(input) })),
  invoice: computation(InvoiceIn, (input) => {
    const invoiced = invoice(input);
    return invoiced.ok ? { value: invoiced.value } : { error: invoiced.refusal };
  }),
};
