import { allAccounts } from '#server/journal/allAccounts';
import { bookingEvidence, disputeAnswer } from '#server/queries/disputes/answerFile';
import { disputeView, listDisputes } from '#server/queries/disputes/disputes';
import { closeOutView } from '#server/queries/closeout/closeOuts';
import { agreementSample } from '#server/queries/quotes/agreementSample';
import type { BookingsQuery, NewBookingView } from '#contracts/bookings/views';
import { business, services, terms, termsVersions } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import type { Limits } from '#server/rateLimits/limits';
import { bookingsList, findBookings } from '#server/queries/bookings/bookingLines';
import { bookingView } from '#server/queries/bookings/bookingView';
import { clientView } from '#server/queries/clientPage/clientView';
import { taxLines } from '#server/catalogue/taxLines';
import { changeView, servicesView } from '#server/queries/catalogue/services';
import { termsList, termsUse, termsView } from '#server/queries/catalogue/terms';
import { todayView } from '#server/queries/bookings/today';
import type { SettingsView } from '#contracts/settings/settingsView';
import type { QuotesQuery } from '#contracts/quotes/quotesQuery';
import type { LanesQuery, TimeQuery } from '#contracts/places/timeViews';
import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { calendarView } from '#server/queries/places/calendarView';
import { lanesView } from '#server/queries/places/lanesView';
import { failuresView } from '#server/failures/failures';
import { messagesView } from '#server/queries/messages/messages';
import { quotePage } from '#server/queries/quotes/quotePage';
import { businessFace } from '#server/queries/settings/businessFace';
import { shellView } from '#server/queries/settings/shell';
import { agreementView, quotesView, quoteView, templatesView, templateView } from '#server/queries/quotes/quotes';
import { knownClients } from '#server/queries/clients/knownClients';
import { asc, desc, eq } from 'drizzle-orm';

/** Everything that views read. */
export function openQueries(
  deps: Deps,
  { limits, standInsOpen }: { readonly limits: Pick<Limits, 'room'>; readonly standInsOpen: boolean },
) {
  const { db, clock } = deps;
  return {
    isSetUp: async (): Promise<boolean> => (await db.select({ id: business.id }).from(business)).length > 0,

    timeZone: async (): Promise<string> => (await db.select({ zone: business.timeZone }).from(business))[0]!.zone,

    businessName: async (): Promise<string> => (await db.select({ name: business.name }).from(business))[0]!.name,

    transferTo: async (): Promise<string> => (await db.select({ to: business.transferTo }).from(business))[0]!.to,

    shell: shellView(deps, { limits, standInsOpen }),

    async localToday(): Promise<PlainDate> {
      const [owner] = await db.select({ zone: business.timeZone }).from(business);
      return localDate(clock.now(), owner!.zone);
    },
    calendarDays: (query: TimeQuery) => calendarView(db, query),
    lanes: (query: LanesQuery) => lanesView(db, query, clock.now()),
    today: (currency?: string) => todayView(db, clock.now(), currency),
    bookings: (query: BookingsQuery) => bookingsList(db, query),
    find: (text: string) => findBookings(db, text),
    booking: (number: string) => bookingView(deps, number, clock.now()),
    change: (number: string) => changeView(deps, number, clock.now()),
    termsList: () => termsList(db),
    terms: (id: string) => termsView(db, id),
    termsUse: (id: string) => termsUse(db, id, clock.now()),
    services: () => servicesView(db, clock.now()),
    client: (link: string, whole = false) => clientView(deps, link, whole),
    face: () => businessFace(deps.db),
    quotes: (query: QuotesQuery) => quotesView(db, query),
    quote: (number: string) => quoteView(db, number, clock.now()),
    quotePage: (link: string) => quotePage(deps, link),
    templates: () => templatesView(db),
    template: (id: string) => templateView(db, id, clock.now()),
    agreement: (id: string) => agreementView(db, id),
    agreementSample: (number: string) => agreementSample(db, number),
    messages: () => messagesView(db, clock.now()),
    failures: () => failuresView(db, clock.now()),
    businessFace: () => businessFace(db),

    async settings(): Promise<SettingsView> {
      const [owner] = await db.select().from(business);
      const { bookingPage: page, style, told, documents, seller, country, books, accountNames, closedUntil } = owner!;
      return {
        page,
        style,
        told,
        documents: { settings: documents, seller, country },
        books: {
          books,
          accounts: await allAccounts(db),
          accountNames,
          closedUntil,
          country,
          taxes: await taxLines(db),
        },
      };
    },

    disputes: async () => ({ disputes: await listDisputes(db) }),
    disputeAnswer: (id: string, given: { readonly word: string; readonly pictures: readonly string[] }) =>
      disputeAnswer({ db, clock }, id, given),
    bookingEvidence: (number: string) => bookingEvidence({ db, clock }, number),
    dispute: (id: string) => disputeView({ db, clock }, id),
    closeOuts: () => closeOutView(db, clock.now()),

    async newBooking(): Promise<NewBookingView> {
      const offered = await db.select().from(services).where(eq(services.retired, false)).orderBy(asc(services.name));
      const named = await db.select().from(terms).orderBy(asc(terms.name));
      const versions = await db.select().from(termsVersions).orderBy(desc(termsVersions.version));
      const known = await knownClients(db);
      return {
        services: offered,
        terms: named.map(({ id, name }) => ({
          id,
          name,
          rules: versions.find((version) => version.termsId === id)!.rules,
        })),
        taxes: await taxLines(db),
        clients: known,
      };
    },
  };
}
