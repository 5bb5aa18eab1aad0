import type { StoryApp } from '#demo/asThemselves';
import { planOf } from '#core/bookings/keptPlan';
import type { WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { minor, sum } from '#core/money/minor';
import { price } from '#core/price/price';
import type { PlainDate } from '#core/calendar/days';
import { demoToken } from '#demo/ways';
import { askedPrice } from '#core/catalogue/askedPrice';

type Item = Parameters<StoryApp['checkOut']>[0]['items'][number];
type Told = {
  readonly client: string;
  readonly email: string;
  readonly item: Item;
  readonly filled: Readonly<Record<string, string>>;
  readonly tip: number;
  /** From a bank account, where it is not by card. */
  readonly debit?: true;
};

const item = (serviceId: string, start: string, end: string, count = 1, extras: Item['extras'] = {}): Item => ({
  serviceId,
  start: start as WallTime,
  end: end as WallTime,
  count,
  extras,
});

/** Clients of the demo's last morning who come by the booking page: two pay, one asks, one has to confirm. */
const told: readonly Told[] = [
  {
    client: 'Ottilie Brandt',
    email: 'ottilie.brandt@example.com',
    filled: {},
    tip: 5_00,
    item: item('dome', '2027-05-22T21:00', '2027-05-22T23:00', 4, { supper: 2 }),
  },
  {
    client: 'Matthias Hollenbeck-Aldenhoven',
    email: 'matthias@example.com',
    tip: 0,
    filled: { place: 'A field at the end of the lane', policy: 'Feldmark 88-1204' },
    item: item('rig', '2027-06-14T18:00', '2027-06-18T18:00', 1, { heater: 1 }),
  },
  {
    client: 'Suri Anand',
    email: 'suri.anand@example.com',
    filled: {},
    tip: 0,
    item: item('first-night', '2027-05-26T21:00', '2027-05-26T23:00'),
  },
  {
    client: 'Leontine Aerts',
    email: 'leontine.aerts@example.com',
    filled: {},
    tip: 0,
    debit: true,
    item: item('dome', '2027-06-05T21:00', '2027-06-05T23:00', 2),
  },
];

/** Runs them through the page's own use cases, with the sums that the page would show. */
export async function clientsOfTheMorning(app: StoryApp): Promise<void> {
  for (const [index, { client, email, item: asked, filled, tip, debit }] of told.entries()) {
    const { services, timeZone, rates } = await app.bookPage();
    const service = services.find(({ id }) => id === asked.serviceId)!;
    const { total } = price(askedPrice(service, service.rules.counts, asked, { timeZone, rates }));
    const now = app.world.clock.now();
    const { currency, terms } = service;
    const { start, end } = asked;
    const about = { currency, timeZone, agreed: wallOfInstant(now, timeZone), start, end, total, terms };
    const planned = planOf(about);
    const dueNow = planned.ok ? sum([minor(planned.value.dueNow)]) : minor(0);
    const made = await app.checkOut({
      requestKey: `demo-checkout-${index}-0001`,
      clientName: client,
      clientEmail: email,
      note: '',
      items: [asked],
      filled,
      agreedName: service.agreement ? client : null,
      seen: { total, dueNow, at: now },
    });
    if (!made.ok) throw new Error(`${client}: ${made.refusal.code}`);
    const { key } = made.value;
    const view = (await app.checkoutView(key))!;
    if (view.next === 'done') continue;
    const attempt = `demo-checkout-${index}-pay`;
    const { account } = view.offered.online.find(({ way }) => (way === 'debit') === Boolean(debit))!;
    const card = await demoToken(app, { account, key: attempt });
    const pay = { key, attempt, account, card, everything: false, tip: minor(tip), seen: view.dueNow };
    const paid = await app.payCheckout(pay);
    if (!paid.ok) throw new Error(`${client}: ${paid.refusal.code}`);
  }
}

/** Money without a booking: a request that is open, one that is paid, two vouchers. */
export async function creditOfTheDemo(app: StoryApp): Promise<void> {
  const ask = (key: string, clientName: string, clientEmail: string, note: string, amount: number, send: boolean) =>
    app.createRequest({
      requestKey: key,
      clientName,
      clientEmail,
      note,
      currency: 'EUR',
      amount: minor(amount),
      smallest: null,
      expiresAt: null,
      send,
    });
  const line = (id: string, label: string, unitPrice: number) => ({
    id,
    label,
    quantity: '1' as Decimal,
    unitPrice: minor(unitPrice),
    taxes: ['VAT'],
  });
  const repair = await app.createRequest({
    requestKey: 'demo-request-1',
    clientName: 'Ulf Lindt',
    clientEmail: 'ulf.lindt@example.com',
    note: 'Repair of the dented dew shield',
    currency: 'EUR',
    amount: null,
    smallest: null,
    expiresAt: null,
    send: true,
    paper: {
      lines: {
        taxMode: 'inclusive',
        lines: [
          line('shield', 'Dew shield for the 8-inch, new', 38_00),
          line('work', 'Half an hour at the bench', 26_00),
        ],
      },
      reference: '',
      terms: 'As we found it together at the return on Saturday.',
      privateNote: 'Agreed by telephone; he was kind about it.',
      dueDay: '2027-05-21' as PlainDate,
      tip: false,
      copyTo: [],
      attachments: [],
      invoiced: 'paid',
    },
  });
  if (!repair.ok) throw new Error(repair.refusal.code);
  const copied = await ask(
    'demo-request-2',
    'Tilda Okafor',
    'tilda.okafor@example.com',
    'Prints of the comet',
    90_00,
    false,
  );
  if (copied.ok && copied.value.url) {
    const link = copied.value.url.split('/').at(-1)!;
    const { account } = (await app.requestPage(link))!.offered.online[0]!;
    const card = await demoToken(app, { account, key: 'demo-request-2' });
    const pay = { link, attempt: 'demo-request-2-pay', account, card, amount: minor(90_00) };
    await app.payRequest({ ...pay, payer: 'Okafor & Daughters, accounts' });
  }
  const voucher = { currency: 'EUR', method: 'cash' as const, expiresAt: null };
  await app.sellVoucher({ ...voucher, requestKey: 'demo-voucher-1', amount: minor(110_00), buyer: 'Rhea Moreau' });
  await app.sellVoucher({ ...voucher, requestKey: 'demo-voucher-2', amount: minor(95_00), buyer: 'Wim Jansen' });
  const bought = await app.orderVoucher({
    requestKey: 'demo-voucher-online-1',
    amount: minor(120_00),
    buyerName: 'Odile Marchetti',
    buyerEmail: 'odile.marchetti@example.com',
    to: { name: 'Kofi Abara', email: 'kofi.abara@example.com' },
    message: 'Happy birthday! Choose a clear night.',
    sendOn: '2027-06-18' as PlainDate,
  });
  if (!bought.ok) throw new Error(bought.refusal.code);
  const { link } = bought.value;
  const { account } = (await app.requestPage(link))!.offered.online[0]!;
  const card = await demoToken(app, { account, key: 'demo-voucher-online' });
  await app.payRequest({
    link,
    attempt: 'demo-voucher-online-pay',
    account,
    card,
    amount: minor(120_00),
    payer: 'Odile Marchetti',
  });
}

/** The school pays its evenings on account, within a limit. */
export async function accountOfTheSchool(app: StoryApp): Promise<void> {
  const made = await app.createBooking({
    requestKey: 'demo-school-on-account',
    clientName: 'Oriel School',
    clientEmail: 'oriel.school@example.com',
    serviceId: 'dome',
    title: 'School night, 40 pupils',
    termsId: 'event',
    start: '2027-06-17T20:30' as WallTime,
    end: '2027-06-17T22:30' as WallTime,
    settling: 'account' as const,
    accountDays: 30,
    lines: [
      {
        id: 'service',
        label: 'School night, 40 pupils',
        quantity: '40' as Decimal,
        unitPrice: minor(16_00),
        taxes: ['VAT'],
      },
    ],
  });
  if (!made.ok) throw new Error(made.refusal.code);
  const school = (await app.creditView()).accounts.find(({ name }) => name === 'Oriel School')!;
  await app.saveAccountLimit({ clientId: school.id, limit: minor(1_500_00) });
}
