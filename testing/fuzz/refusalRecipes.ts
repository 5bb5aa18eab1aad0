import { asRow, asRows, type Row } from './house';
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
  '/api/clients/save': async (house) => give({ clientId: house.one('clientId'), phone: 'no number', bill: undefined }),
  '/api/client/bill': async () => ({ whole: { of: 'booking', key: 'x'.repeat(43), bill: emptyBill } }),
  '/api/stand-ins/clock': async (house) => give({ to: house.wall(-3) }),
  '/api/stand-ins/renewals': async () => give({ reference: 'nobody.x', refuses: false }),
  '/api/door/prove': async () => ({ whole: { password: 'not the password at all' } }),
  '/api/door/forgot': async (house) => {
    const email = 'forgets.often@example.org';
    for (let times = 0; times < 30; times++) await house.stranger.post('/api/door/forgot', { email });
    return give({ email });
  },
};

const emptyBill: Row = {
  ...{ company: '', street: '', postcode: '', city: '', country: '', taxNumber: '' },
  billTo: null,
};
