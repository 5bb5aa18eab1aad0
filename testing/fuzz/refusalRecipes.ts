import { noBillData } from '#core/invoices/party';
import { asRow, asRows, type Row } from './house';
import { givenBill, papers } from './ownerRecipes';
import type { Recipes } from './recipes';

const give = (over: Row): { over: Row } => ({ over });
const unknown = 'c0ffee00-0000-4000-8000-000000000000';

/** How a rule refuses, where no field at the top names what could be nowhere. */
export const refusalRecipes: Recipes = {
  '/api/bookings/create': async (house) => give({ serviceId: 'nowhere', start: house.wall(3), end: house.wall(4) }),
  '/api/bookings/answer-request': async (house) => give({ bookingId: (await house.booking(9)).id }),
  '/api/books/close': async (house) => give({ until: house.date(40), despite: false }),
  '/api/begin/clean': async () => give({ copied: 'a'.repeat(64) }),
  '/api/services/save-taxes': async () => give({ taxes: [] }),
  '/api/places/free': async () => give({ id: 999_999_999 }),
  '/api/quotes/create': async () => give({ from: { template: unknown } }),
  '/api/credit/create-request': async () =>
    give({ currency: 'EUR', amount: 90_00, smallest: null, paper: undefined, ways: undefined, bookingId: unknown }),
  '/api/messages/save-wording': async (house) => {
    const { wordings } = await house.read('/api/messages');
    const { occasion, subject, body } = asRow(asRows(wordings)[0]);
    return give({ occasion, edition: 999, subject, body, off: false, copyTo: [] });
  },
  '/api/messages/preview-wording': async (house) => {
    const { wordings } = await house.read('/api/messages');
    const { subject, body } = asRow(asRows(wordings).find(({ occasion }) => occasion === 'confirmation'));
    return give({ occasion: 'confirmation', subject, body, number: 'B-9999' });
  },
  '/api/ways/save': async () => give({ ways: { hidden: [], online: unknown }, transferTo: '' }),
  '/api/documents/send': async () => give({ number: 'nowhere' }),
  '/api/clients/save': async (house) =>
    give({
      clientId: house.one('clientId'),
      phone: 'no number',
      bill: noBillData,
    }),
  '/api/client/bill': async () => ({ whole: { of: 'booking', key: 'x'.repeat(43), bill: givenBill(noBillData) } }),
  '/api/stand-ins/clock': async (house) => give({ to: house.wall(-3) }),
  '/api/stand-ins/renewals': async () => give({ reference: 'nobody.x', refuses: false }),
  '/api/documents/settings': async () => ({ whole: papers({ taxNumber: 'PT500000001' }) }),
  '/api/business/save': async () => give({ look: { colour: '#2b2b52', logo: unknown } }),
  '/api/services/change-many': async () => give({ ids: [unknown], retired: false }),
  '/api/door/change-password': async () => give({ current: 'not the password at all' }),
  '/api/door/begin-second-factor': async () => give({ password: 'not the password at all' }),
  '/api/client/checkout/pay': async (house) => give({ key: 'x'.repeat(43), ...(await house.card()), tip: 0 }),
  '/api/door/end-session': async () => give({ id: unknown }),
  '/api/door/confirm-second-factor': async () => give({ code: '000000' }),
  '/api/door/end-second-factor': async () => give({ password: 'not the password at all' }),
  '/api/terms/publish': async (house) => {
    const { terms } = await house.read('/api/begin');
    return give({ termsId: 'nowhere', baseVersion: 1, name: 'Of nowhere', rules: asRow(asRows(terms)[0]).rules });
  },
  '/api/door/prove': async () => ({ whole: { password: 'not the password at all' } }),
  '/api/door/forgot': async (house) => {
    const email = 'forgets.often@example.org';
    for (let times = 0; times < 30; times++) await house.stranger.post('/api/door/forgot', { email });
    return give({ email });
  },
};
