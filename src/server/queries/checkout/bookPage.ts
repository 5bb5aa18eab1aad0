import type { Cost } from '#core/fee/fee';
import { cappedFee, leastCost } from '#core/fee/cost';
import type { Deps } from '#server/deps';
import { connectedAccounts } from '#server/paymentMethods/payAccounts';
import type { BookPageView, OpenService, VoucherPageView } from '#contracts/checkout/views';
import type { Agreement } from '#core/agreements/agreement';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import { feeSentence } from '#core/wording/feeSentence';
import type { Database } from '#server/database/database';
import { business, services } from '#server/database/schema/business';
import { agreements } from '#server/database/schema/quotes';
import { businessFace } from '#server/queries/settings/businessFace';
import { and, asc, eq, isNotNull, sql } from 'drizzle-orm';
import { type ServiceRow, newestTerms, taxRates, isOpenToClients } from '#server/catalogue/openServices';

const pageAgreement = ({ name, blocks, fields }: Agreement) => ({ name, blocks, fields });

async function openService(db: Database, row: ServiceRow, cost: Cost | null): Promise<OpenService> {
  const { rules: terms } = await newestTerms(db, row.termsId);
  const { when, counts, least, most, confirm, authorise, keepMinutes, answerHours, tip, agreementId } = row.booking!;
  const [agreed] = agreementId ? await db.select().from(agreements).where(eq(agreements.id, agreementId)) : [];
  const { id, name, kind, group, included, colour, currency, basis, unitPrice, taxMode, taxCodes, extras } = row;
  const { about, note, picture } = row.onPage;
  return {
    id,
    name,
    kind,
    group,
    onPage: { about, note, picture },
    included,
    colour,
    currency,
    basis,
    unitPrice,
    taxMode,
    taxCodes,
    extras,
    terms,
    fee: terms.fee ? feeSentence(cappedFee(terms.fee, cost), currency) : '',
    rules: { when, counts, least, most, confirm, authorise, keepMinutes, answerHours, tip },
    agreement: agreed ? pageAgreement(agreed.agreement) : null,
  };
}

/** The public page: what can be booked, by whom it is offered, and every rule that its sums are computed from. */
export async function bookPage({ db, adapters }: Pick<Deps, 'db' | 'adapters'>, now: Instant): Promise<BookPageView> {
  const rows = await db
    .select()
    .from(services)
    .where(and(eq(services.retired, false), isNotNull(services.booking), sql`${services.unitPrice} > 0`))
    .orderBy(asc(services.name));
  const [owner] = await db.select().from(business);
  const { note, phone, vouchers } = owner!.bookingPage;
  const accounts = await connectedAccounts(db, adapters, now);
  const open: OpenService[] = [];
  for (const row of rows.filter(isOpenToClients)) {
    const cards = accounts.filter(({ way, usable, currency }) => way === 'card' && usable && currency === row.currency);
    open.push(await openService(db, row, leastCost(cards.map(({ cost }) => cost))));
  }
  return {
    business: await businessFace(db),
    timeZone: owner!.timeZone,
    now,
    rates: await taxRates(db),
    services: open,
    note,
    phone,
    vouchers: vouchers !== null,
    stopped: owner!.bookingStopped !== null,
  };
}

/** What is needed to buy a voucher; null where none are sold. */
export async function voucherPage(db: Database, now: Instant): Promise<VoucherPageView | null> {
  const [owner] = await db.select().from(business);
  const { bookingPage, currency, timeZone } = owner!;
  const { vouchers: sold } = bookingPage;
  return sold && { business: await businessFace(db), currency, today: localDate(now, timeZone), sold };
}
