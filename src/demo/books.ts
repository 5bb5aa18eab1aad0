import type { StoryApp } from '#demo/asThemselves';
import { usualBooks } from '#core/books/books';
import { usualDocuments } from '#core/invoices/settings';
import { noBillData } from '#core/invoices/party';
import { dateOf } from '#core/calendar/wallTime';
import type { WallTime } from '#core/calendar/wallTime';
import { demoBegins } from '#demo/scenario';
import { ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { eq } from 'drizzle-orm';

const settings = {
  ...usualDocuments,
  onAccount: 'receipt',
  note: 'Thank you for looking up with us.',
} as const;
/** What documents say of the demo's business. */
export const demoSeller = {
  legalName: 'Vesper Hollow Observatory, Lda.',
  street: 'Estrada da Serra 12',
  postcode: '3200-901',
  city: 'Vesper Hollow',
  taxNumber: 'PT507700317',
  registration: '',
  iban: 'PT22996000018830041257703',
  bic: '',
} as const;

/**
 * What documents say of the business; nothing is sent while the past is made.
 * @param begins when the business has begun to keep its books here
 */
export async function furnishBooks(app: StoryApp, begins: string = demoBegins): Promise<void> {
  const from = dateOf(begins as WallTime);
  await app.saveDocuments({ settings: { ...settings, from, send: false }, seller: demoSeller });
  await app.saveBooks({ books: { ...usualBooks, taxAt: [{ from, at: 'receipt' }] } });
  await app.saveAccounts({
    accountNames: {
      'assets:bank': { number: '12', name: 'Bank' },
      'assets:cash': { number: '11', name: 'Till' },
      'assets:receivables': { number: '21', name: 'Clients' },
      'liabilities:tax payable': { number: '2433', name: 'VAT payable' },
      'income:revenue': { number: '72', name: 'Services' },
    },
  });
}

/** From the demo's morning on documents are sent; one client is a company. */
export async function openBooksOfTheDemo(app: StoryApp): Promise<void> {
  const { documents } = await ownerRow(app.deps.db);
  await app.saveDocuments({ settings: { ...documents, send: true }, seller: demoSeller });
  const [school] = await app.deps.db.select().from(clients).where(eq(clients.email, 'oriel.school@example.com'));
  if (!school) return;
  await app.saveClient({
    clientId: school.id,
    name: school.name,
    phone: school.phone,
    bill: {
      ...noBillData,
      company: 'Oriel School Trust',
      street: 'Rua do Moinho 4',
      postcode: '3220-110',
      city: 'Ribeira Alta',
      country: 'PT',
      taxNumber: 'PT514432004',
    },
  });
}

/** Days on which the owner looks into the bank, and finds every payout of the days before. */
export const bankDays = ['2027-02-15', '2027-03-15', '2027-04-15', '2027-05-10'] as const;

export async function lookIntoBank(app: StoryApp): Promise<void> {
  for (const { id, bankedAt } of await app.books.payouts())
    if (bankedAt === null) await app.bankPayout({ payoutId: id });
}
