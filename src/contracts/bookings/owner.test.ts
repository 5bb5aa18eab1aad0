import { CheckOut, FreeQuery, PayCheckout } from '#contracts/checkout/checkout';
import { CreateRequest, PayRequest, SellVoucher, UseVoucher } from '#contracts/credit/credit';
import { AskChange, UseCode } from '#contracts/clientPage/client';
import { AddDate, BookingRulesIn, SavePlace } from '#contracts/places/places';
import { expect } from 'chai';
import type { z } from 'zod';
import { lessonRules, stayRules } from '../../../testing/bookingPage';

const token = 'a-token-of-more-than-twenty-letters';
const item = { serviceId: 's', start: '2027-03-10T20:00', end: '2027-03-10T21:30', count: 1, extras: {} };
const checkout = {
  requestKey: 'a-request-key-of-16',
  clientName: 'Maud',
  clientEmail: 'maud@example.com',
  note: '',
  items: [item],
  agreedName: null,
  filled: {},
  seen: { total: 1, dueNow: 1, at: '2027-03-01T10:00:00Z' },
};
const pay = { key: token, attempt: 'attempt-1', card: 'kept.token', everything: false, tip: 0, seen: 100 };
const request = {
  requestKey: 'request-1',
  clientName: 'Maud',
  clientEmail: 'maud@example.com',
  note: 'Map',
  currency: 'EUR',
  amount: 100,
  smallest: null,
  expiresAt: null,
  send: true,
};
const voucher = {
  requestKey: 'voucher-1',
  amount: 100,
  currency: 'EUR',
  method: 'cash',
  buyer: 'Maud',
  expiresAt: null,
};
const place = {
  id: null,
  requestKey: 'place-one',
  name: 'Lena',
  kind: 'person',
  units: 1,
  hours: null,
  retired: false,
};
const date = { requestKey: 'date-one', serviceId: 's', start: '2027-03-10T20:00', end: '2027-03-10T22:00', seats: 4 };
const ask = { link: token, attempt: 'attempt-1', what: 'cancel', start: null, note: '' };

describe('what comes in when clients book', () => {
  const fine: [string, z.ZodType, unknown][] = [
    ['a checkout', CheckOut, checkout],
    ['its payment', PayCheckout, pay],
    ['a request', CreateRequest, request],
    ['a voucher', SellVoucher, voucher],
    ['rules of slots', BookingRulesIn, lessonRules],
    ['rules of stays', BookingRulesIn, stayRules],
    ['any number at once', BookingRulesIn, { ...lessonRules, needs: [], anyNumber: true }],
    ['a place', SavePlace, place],
    ['a date', AddDate, date],
    ['asking to cancel', AskChange, ask],
    ['a look at what is free', FreeQuery, { service: 's', from: '2027-03-01', to: '2027-04-01' }],
  ];
  for (const [what, contract, input] of fine)
    it(`takes ${what}`, () => expect(contract.safeParse(input).error?.issues ?? []).to.deep.equal([]));

  const wrong: [why: string, contract: z.ZodType, input: unknown, path: string][] = [
    ['no bookings', CheckOut, { ...checkout, items: [] }, 'items'],
    ['nine bookings', CheckOut, { ...checkout, items: Array(9).fill(item) }, 'items'],
    ['a negative number', CheckOut, { ...checkout, items: [{ ...item, count: -1 }] }, 'items.0.count'],
    ['half a guest', CheckOut, { ...checkout, items: [{ ...item, count: 1.5 }] }, 'items.0.count'],
    ['nobody', CheckOut, { ...checkout, items: [{ ...item, count: 0 }] }, 'items.0.count'],
    ['a negative extra', CheckOut, { ...checkout, items: [{ ...item, extras: { tea: -2 } }] }, 'items.0.extras.tea'],
    [
      'an end before the start',
      CheckOut,
      { ...checkout, items: [{ ...item, end: '2027-03-09T10:00' }] },
      'items.0.end',
    ],
    ['a day that is none', CheckOut, { ...checkout, items: [{ ...item, start: '2027-02-30T10:00' }] }, 'items.0.start'],
    ['two addresses in one', CheckOut, { ...checkout, clientEmail: 'a@example.com,b@example.com' }, 'clientEmail'],
    ['a line break in an address', CheckOut, { ...checkout, clientEmail: 'a@example.com\nBcc: x' }, 'clientEmail'],
    ['a short key', CheckOut, { ...checkout, requestKey: 'short' }, 'requestKey'],
    ['an unknown key', CheckOut, { ...checkout, discount: 100 }, ''],
    ['a sum with a point', CheckOut, { ...checkout, seen: { ...checkout.seen, total: 1.5 } }, 'seen.total'],
    ['a negative tip', PayCheckout, { ...pay, tip: -1 }, 'tip'],
    ['neither sum nor smallest', CreateRequest, { ...request, amount: null }, 'amount'],
    ['a request of nothing', CreateRequest, { ...request, amount: 0 }, 'amount'],
    ['a request for nothing', CreateRequest, { ...request, note: '  ' }, 'note'],
    ['a currency that is none', SellVoucher, { ...voucher, currency: 'ABC' }, 'currency'],
    ['a voucher by card at the counter', SellVoucher, { ...voucher, method: 'card' }, 'method'],
    [
      'a payer without a name',
      PayRequest,
      { link: token, attempt: 'attempt-1', card: 'kept.token', amount: 1, payer: '' },
      'payer',
    ],
    ['half a voucher code', UseVoucher, { link: token, attempt: 'attempt-1', code: 'AB' }, 'code'],
    ['a code of five digits', UseCode, { link: token, code: '12345' }, 'code'],
    ['a move without a start', AskChange, { ...ask, what: 'move' }, 'start'],
    ['a place of no units', SavePlace, { ...place, units: 0 }, 'units'],
    ['a date that ends before it begins', AddDate, { ...date, end: date.start }, 'end'],
    [
      'slots of no minutes',
      BookingRulesIn,
      { ...lessonRules, when: { ...lessonRules.when, minutes: 0 } },
      'when.minutes',
    ],
    [
      'stays shorter than the shortest',
      BookingRulesIn,
      { ...stayRules, when: { ...stayRules.when, most: 0 } },
      'when.most',
    ],
    ['a place kept for hours unpaid', BookingRulesIn, { ...lessonRules, keepMinutes: 61 }, 'keepMinutes'],
    [
      'a start that is asked for and paid at once',
      BookingRulesIn,
      { ...lessonRules, when: { kind: 'asked', days: 5 } },
      'confirm',
    ],
    ['more at least than at most', BookingRulesIn, { ...lessonRules, least: 2 }, 'most'],
    ['slots that take nobody', BookingRulesIn, { ...lessonRules, needs: [] }, 'needs.0.anyOf'],
    ['stays that take nothing', BookingRulesIn, { ...stayRules, needs: [] }, 'needs.0.anyOf'],
  ];
  for (const [why, contract, input, path] of wrong)
    it(`refuses ${why}`, () => {
      const checked = contract.safeParse(input);
      expect(checked.success).to.equal(false);
      expect(checked.error!.issues.map((issue) => issue.path.join('.'))).to.include(path);
    });
});
