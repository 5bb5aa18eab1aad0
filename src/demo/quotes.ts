import type { App } from '#compose';
import { uploadFile } from '#server/files/files';
import type { StoryApp } from '#demo/asThemselves';
import { presetChoice } from '#core/quotes/offer';
import { emptyDraft, type DraftExtra, type DraftLine, type QuoteDraft } from '#core/quotes/draft';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { starterAgreements } from '#server/seed/starterAgreements';

const line = (label: string, quantity: string, unit: string, unitPrice: string, note = ''): DraftLine => ({
  id: label.toLowerCase().replaceAll(' ', '-'),
  label,
  note,
  quantity,
  unit,
  unitPrice,
  discountKind: 'none',
  discount: '',
  taxes: ['VAT'],
});
const extra = (label: string, unitPrice: string, most: string, preset = '0', note = ''): DraftExtra => ({
  id: label.toLowerCase().replaceAll(' ', '-'),
  label,
  note,
  unitPrice,
  taxes: ['VAT'],
  least: '0',
  most,
  preset,
});
const agreement = (id: string) => starterAgreements.find((each) => each.id === id)!.agreement;

const party: QuoteDraft = {
  ...emptyDraft,
  title: 'Private star party, 20 guests',
  subject: 'A night under the stars for twenty',
  serviceId: 'party',
  termsId: 'event-charged',
  lines: [
    line('Star party', '20', 'guests', '36.00', 'two hours at two telescopes, with a guide'),
    line('Travel to your garden', '1', '', '60.00'),
  ],
  extras: [
    extra('Soup supper', '14.00', '40', '0', 'for each guest who wants it'),
    extra('Third telescope', '90.00', '1'),
    extra('Photographs of the evening', '120.00', '1'),
  ],
  expiry: '7',
  included: 'Two telescopes, a guide, red torches, blankets and tea.',
  note: 'It was a pleasure to talk. This is the evening as I understood it; change the extras as you like.',
  thanks: 'We look forward to the evening. The day before we write to you about the weather.',
  agreement: agreement('event'),
};
const rig: QuoteDraft = {
  ...emptyDraft,
  title: 'Imaging rig, two weeks',
  subject: 'The imaging rig for your two weeks',
  serviceId: 'rig',
  termsId: 'rental-long',
  lines: [line('Imaging rig', '14', 'days', '80.00'), line('Set up at your place', '1', '', '75.00')],
  extras: [
    extra('Dew heater', '12.00', '2', '1'),
    extra('Second power pack', '18.00', '3'),
    extra('An hour of remote help', '48.00', '5', '0', 'by video, when you need it'),
  ],
  expiry: '5',
  included: 'Mount, refractor, cooled camera and power for one night.',
  note: 'Thank you for asking. The rig is free in your weeks.',
  agreement: agreement('rental'),
};
const school: QuoteDraft = {
  ...emptyDraft,
  title: 'School night, one class',
  subject: 'A night at the dome for your class',
  serviceId: 'school',
  termsId: 'event',
  lines: [{ ...line('School night', '26', 'pupils', '9.50'), taxes: ['REDUCED'] }],
  extras: [],
  settling: 'account',
  accountDays: '30',
  expiryKind: 'none',
  expiry: '',
  note: 'As last year, with the moon four days old.',
};

/** The business's own mark, drawn here so that nothing is fetched. */
const mark = `<svg xmlns="http://www.w3.org/2000/svg" width="160" height="160"><rect width="160" height="160" rx="30" fill="#2b2b52"/>
<path d="M24 112 Q80 62 136 112" fill="none" stroke="#fdf6dc" stroke-width="9" stroke-linecap="round"/><circle cx="80" cy="54" r="11" fill="#f4c95d"/><circle cx="116" cy="40" r="5" fill="#fdf6dc"/><circle cx="46" cy="38" r="4" fill="#fdf6dc"/></svg>`;

function sky(): string {
  const stars = Array.from({ length: 90 }, (_, index) => {
    const [x, y] = [(index * 197) % 1200, (index * 89) % 300];
    return `<circle cx="${x}" cy="${y}" r="${1 + (index % 3) * 0.7}" fill="#fdf6dc" opacity="${0.35 + (index % 5) * 0.13}"/>`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="420"><defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#14142e"/><stop offset="0.75" stop-color="#3b3a6b"/><stop offset="1" stop-color="#8a6f7a"/></linearGradient></defs>
<rect width="1200" height="420" fill="url(#s)"/>${stars}<path d="M0 420 V330 Q200 260 420 330 T860 320 T1200 300 V420 Z" fill="#0d0f1c"/><path d="M560 318 a62 62 0 0 1 124 0 z" fill="#1c2038"/><rect x="616" y="258" width="12" height="58" fill="#0d0f1c"/></svg>`;
}

const expectOk = <T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T => {
  if (!result.ok) throw new Error(`a quote of the demo: ${JSON.stringify(result.refusal)}`);
  return result.value;
};
const signature = (name: string) => ({ name, method: 'typed' as const, image: null, consents: true });

type Look = { readonly logo: string; readonly picture: string };

/** Mark and picture, each drawn in a process of its own. */
export async function picturesOfLook(app: App): Promise<Look> {
  const keep = async (svg: string, name: string) =>
    expectOk(await uploadFile(app.deps)(Buffer.from(svg), name, 'picture')).id;
  const [logo, picture] = await Promise.all([keep(mark, 'mark.svg'), keep(sky(), 'sky.svg')]);
  return { logo, picture };
}

/** Mark, picture, colour, and what quotes begin with. */
export async function furnishDemo(app: StoryApp, pictures: Look): Promise<void> {
  const { name, line: words, email } = await app.queries.businessFace();
  const look = { colour: '#2b2b52', ...pictures };
  expectOk(
    await app.saveBusiness({
      name,
      line: words,
      email,
      address: 'Estrada da Serra 12\n3200-901 Vesper Hollow',
      country: 'PT',
      look,
    }),
  );
  const about = { templateId: null, edition: 0, retired: false };
  for (const [key, named, draft] of [
    ['template-party', 'Private star party', party],
    ['template-rig', 'Imaging rig, long rental', rig],
    ['template-school', 'School night on the house account', school],
  ] as const)
    expectOk(
      await app.saveTemplate({
        ...about,
        requestKey: key,
        name: named,
        draft: draft as Parameters<StoryApp['saveTemplate']>[0]['draft'],
      }),
    );
}

type Story = {
  readonly at: string;
  readonly template: string;
  readonly over: Partial<QuoteDraft>;
  readonly then: readonly (readonly [at: string, what: Happening])[];
};
type Happening =
  | { readonly do: 'send' | 'open' | 'accept' | 'withdraw' }
  | { readonly do: 'choose'; readonly extra: string; readonly count: number }
  | { readonly do: 'write'; readonly what: 'ask' | 'decline' | 'askAgain'; readonly text: string };

const dates = (start: string, end: string) => ({ start, end });
const client = (clientName: string, address: string) => ({ clientName, clientEmail: `${address}@example.com` });
const party20 = (over: Partial<QuoteDraft>): Partial<QuoteDraft> => ({ ...party, ...over });

/** Quotes in each state that a view can show, on the demo's day. */
export const quoteStories: readonly Story[] = [
  {
    at: '2027-05-04T10:00',
    template: 'template-rig',
    over: { ...client('Petra Lindqvist', 'petra.lindqvist'), ...dates('2027-06-14T12:00', '2027-06-28T12:00') },
    then: [
      ['2027-05-04T10:10', { do: 'send' }],
      ['2027-05-04T19:32', { do: 'open' }],
      ['2027-05-11T20:05', { do: 'write', what: 'askAgain', text: 'Sorry, I was away. Are the two weeks still free?' }],
    ],
  },
  {
    at: '2027-05-07T09:00',
    template: 'template-party',
    over: party20({
      ...client('Bram Oduya', 'bram.oduya'),
      ...dates('2027-07-09T20:30', '2027-07-09T23:30'),
      expiry: '8',
    }),
    then: [
      ['2027-05-07T09:20', { do: 'send' }],
      ['2027-05-07T12:41', { do: 'open' }],
      ['2027-05-12T21:15', { do: 'choose', extra: 'soup-supper', count: 18 }],
    ],
  },
  {
    at: '2027-05-10T15:00',
    template: 'template-rig',
    over: {
      ...client('Noor Castellane', 'noor.castellane'),
      ...dates('2027-07-01T12:00', '2027-07-15T12:00'),
      settling: 'counter',
    },
    then: [
      ['2027-05-10T15:12', { do: 'send' }],
      ['2027-05-10T18:00', { do: 'open' }],
      ['2027-05-10T18:05', { do: 'write', what: 'decline', text: 'A friend lends me one.' }],
    ],
  },
  {
    at: '2027-05-12T11:00',
    template: 'template-party',
    over: party20({
      ...client('Odile Marchetti', 'odile.marchetti'),
      ...dates('2027-08-13T21:00', '2027-08-14T00:00'),
    }),
    then: [
      ['2027-05-12T11:30', { do: 'send' }],
      ['2027-05-13T08:14', { do: 'open' }],
      ['2027-05-13T08:20', { do: 'write', what: 'ask', text: 'Is there a place under a roof, should it rain?' }],
    ],
  },
  {
    at: '2027-05-13T16:00',
    template: 'template-rig',
    over: { ...client('Jonas Hallberg', 'jonas.hallberg'), ...dates('2027-06-03T12:00', '2027-06-17T12:00') },
    then: [['2027-05-13T16:20', { do: 'send' }]],
  },
  {
    at: '2027-05-14T08:40',
    template: 'template-party',
    over: party20({
      ...client('Ilse Vandermeer', 'ilse.vandermeer'),
      ...dates('2027-06-25T21:00', '2027-06-26T00:00'),
    }),
    then: [
      ['2027-05-14T08:50', { do: 'send' }],
      ['2027-05-14T09:05', { do: 'accept' }],
    ],
  },
  { at: '2027-05-14T09:08', template: 'template-school', over: { clientName: 'Hollow Brook school' }, then: [] },
];

type Step = { at: string; run: () => Promise<void> };

/** A quote's story, through the use cases that owner and client would use. */
export function stepsOfQuote(app: StoryApp, { at, template, over, then }: Story, index: number): Step[] {
  let quote = { id: '', edition: 0 };
  let link = '';
  const begin = async (): Promise<void> => {
    const { templates } = await app.queries.templates();
    const found = templates.find(({ id }) => id === template)!;
    const made = expectOk(await app.createQuote({ requestKey: `demo-quote-${index}`, from: { template: found.id } }));
    const { draft } = (await app.queries.quote(made.number))!;
    const written = { ...draft, ...over };
    const saved = expectOk(
      await app.saveQuote({
        quoteId: made.id,
        edition: 1,
        draft: written as Parameters<StoryApp['saveQuote']>[0]['draft'],
      }),
    );
    quote = { id: made.id, edition: saved.edition };
  };
  const happen = async (what: Happening): Promise<void> => {
    const on = { quoteId: quote.id, edition: quote.edition };
    switch (what.do) {
      case 'send': {
        if (over.agreement?.business === 'first')
          expectOk(await app.signByBusiness({ ...on, signature: signature('Lena Varga'), origin: '192.0.2.10' }));
        expectOk(await app.sendQuote({ ...on, by: 'message' }));
        link = expectOk(await app.copyQuoteLink(on))
          .url.split('/')
          .at(-1)!;
        return;
      }
      case 'open':
        await app.queries.quotePage(link);
        return;
      case 'withdraw':
        expectOk(await app.withdrawQuote(on));
        return;
      case 'write':
        expectOk(await app.writeOnQuote({ link, attempt: `demo-${index}-write`, what: what.what, text: what.text }));
        return;
      case 'choose': {
        const page = await app.queries.quotePage(link);
        if (!('offer' in page)) throw new Error('no page');
        const choice = { ...presetChoice(page.offer), [what.extra]: what.count };
        expectOk(await app.chooseOnQuote({ link, revision: page.revision, choice, filled: {} }));
        return;
      }
      case 'accept': {
        const page = await app.queries.quotePage(link);
        if (!('offer' in page)) throw new Error('no page');
        const choice = { ...presetChoice(page.offer), 'soup-supper': 20 };
        const bookingState = standingOfOffer(page.offer, choice, page.now);
        if (!bookingState.ok) throw new Error(bookingState.refusal.code);
        const seen = {
          digest: page.digest,
          at: page.now,
          total: bookingState.value.agreed.total,
          dueNow: bookingState.value.position.dueNow,
        };
        const filled = { clouds: 'we hold a talk indoors instead' };
        const about = { link, attempt: `demo-${index}-accept`, seen, choice, filled, origin: '203.0.113.24' };
        expectOk(await app.acceptQuote({ ...about, signature: signature(page.offer.clientName) }));
      }
    }
  };
  return [{ at, run: begin }, ...then.map(([moment, what]) => ({ at: moment, run: () => happen(what) }))];
}
