import type { App } from '#compose';
import type { Actor } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import type { Occasion } from '#core/jobs/wantedJobs';
import type { Cost } from '#core/fee/fee';
import { writeAs } from '#core/wording/houseStyle';
import { originalWordings } from '#core/wording/originalWordings';
import { Places } from '#demo/years/places';
import { NetworkInMemory } from '#demo/years/network';
import { Written } from '#demo/years/written';
import { type Posting, postingOf } from '#server/bookings/record';
import { type OwnerRow, ownerRow } from '#server/database/ownerRow';
import { services, taxes, termsVersions } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { places } from '#server/database/schema/places';
import { payAccounts } from '#server/database/schema/ways';
import { wordings } from '#server/database/schema/wordings';
import type { TaxRow } from '#server/database/ownerRow';
import type { OwnWording } from '#server/mail/letters/wordingOf';
import { abilitiesOf } from '#world/cardNetwork/rows';
import { and, asc, eq } from 'drizzle-orm';

type ServiceRow = typeof services.$inferSelect;
type TermsRow = typeof termsVersions.$inferSelect;
type ClientRow = typeof clients.$inferSelect;

/** The settings of a business, and who is known to it: all that ordinary lives need of its database. */
export type Settings = {
  readonly owner: OwnerRow;
  readonly person: Actor;
  readonly baseUrl: string;
  readonly taxes: readonly TaxRow[];
  readonly services: readonly ServiceRow[];
  /** The newest of each last. */
  readonly terms: readonly TermsRow[];
  readonly wordings: readonly (typeof wordings.$inferSelect)[];
  /** The account that everything is paid through. */
  readonly account: typeof payAccounts.$inferSelect;
  readonly clients: readonly ClientRow[];
  readonly places: readonly (typeof places.$inferSelect)[];
};

/** Reads them. @throws where they have what these lives do not do: telling people, sending documents */
export async function readSettings(app: App, person: Actor): Promise<Settings> {
  const { db, baseUrl } = app.deps;
  const owner = await ownerRow(db);
  const told = owner.told.flatMap(({ of }) => of);
  if (told.includes('paid') || told.includes('refused') || told.includes('lapsed') || owner.documents.send)
    throw new Error('these settings have letters that ordinary lives do not write');
  const live = and(eq(payAccounts.mode, 'live'), eq(payAccounts.currency, owner.currency), eq(payAccounts.way, 'card'));
  const accounts = await db.select().from(payAccounts).where(live).orderBy(asc(payAccounts.seq));
  return {
    owner,
    person,
    baseUrl,
    taxes: await db.select().from(taxes).orderBy(asc(taxes.position), asc(taxes.code)),
    services: await db.select().from(services),
    terms: await db.select().from(termsVersions).orderBy(asc(termsVersions.version)),
    wordings: await db.select().from(wordings),
    account: accounts.find(({ id }) => id === owner.ways.online) ?? accounts[0]!,
    clients: await db.select().from(clients),
    places: await db.select().from(places),
  };
}

/** What lives that are played without a database share: settings, who is known, numbers, the clock, and what comes of it all. */
export type Scene = Pick<Settings, 'owner' | 'person' | 'taxes' | 'account'> & {
  readonly services: ReadonlyMap<string, ServiceRow>;
  readonly terms: ReadonlyMap<string, TermsRow>;
  readonly wordingOf: (occasion: Occasion) => OwnWording;
  readonly posting: Posting;
  /** What the processor of the account takes. */
  readonly cost: Cost;
  readonly clients: Map<string, ClientRow>;
  readonly places: Places;
  readonly network: NetworkInMemory;
  readonly clock: { now: Instant };
  readonly written: Written;
};

/** Sets it, at a moment. */
export function openScene(settings: Settings, now: Instant): Scene {
  const { owner, person, account, baseUrl } = settings;
  const { reference, provider } = account;
  writeAs(owner.style);
  const clock = { now };
  const own = new Map(settings.wordings.map((row) => [row.occasion, row]));
  return {
    owner,
    person,
    account,
    taxes: settings.taxes,
    services: new Map(settings.services.map((row) => [row.id, row])),
    terms: new Map(settings.terms.map((row) => [row.termsId, row])),
    wordingOf: (occasion) => {
      const row = own.get(occasion);
      if (!row) return { text: originalWordings[occasion], off: false, copyTo: [] };
      return { text: { subject: row.subject, body: row.body }, off: row.off, copyTo: row.copyTo };
    },
    posting: postingOf(owner, settings.taxes),
    cost: abilitiesOf(provider).fee,
    clients: new Map(settings.clients.map((row) => [`${row.email} ${row.name}`, row])),
    places: new Places(settings.places),
    network: new NetworkInMemory({ account: reference, provider }, () => clock.now, baseUrl),
    clock,
    written: new Written(owner.lastNumber),
  };
}
