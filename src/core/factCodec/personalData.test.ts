import { bookingFactsRead, quoteFactsRead, requestFactsRead } from '#core/factCodec/readFact';
import { expect } from 'chai';

const at = '2027-03-01T10:00:00Z';
const actor = { kind: 'client', device: null };

type Reader = {
  written: (fact: never) => { fact: object; said: object | null };
  whole: (bare: never, said: null) => object;
};
/** A reader of facts, a fact of it, what stays in the fact, and how the fact reads once its words are gone. */
const cases: [why: string, reader: Reader, fact: object, stays: object, gone: object][] = [
  [
    'a letter keeps its occasion',
    bookingFactsRead,
    { kind: 'sent', occasion: 'confirmation', subject: 'Your tour, Ines', messageId: 'm', to: 'ines@example.com' },
    { kind: 'sent', occasion: 'confirmation', messageId: 'm' },
    { subject: '', to: '' },
  ],
  [
    'a payment keeps its sum',
    bookingFactsRead,
    { kind: 'received', receiptId: 'r', amount: 100, method: 'cash', note: 'from her brother Tom' },
    { kind: 'received', receiptId: 'r', amount: 100, method: 'cash' },
    {},
  ],
  [
    'an agreement keeps that it was made',
    bookingFactsRead,
    { kind: 'agreed', by: 'client', agreement: { name: 'Rules', signedBy: 'Ines Sol', text: '…', sha256: 'x' } },
    { kind: 'agreed', by: 'client' },
    {},
  ],
  [
    'a card keeps its ending',
    bookingFactsRead,
    { kind: 'cardKept', cardId: 'c', last4: '7315', consent: 'I, Ines Sol, agree' },
    { kind: 'cardKept', cardId: 'c', last4: '7315' },
    { consent: '' },
  ],
  [
    'a signature keeps its moment and document',
    quoteFactsRead,
    {
      kind: 'signed',
      revision: 1,
      attempt: 'a',
      signatory: 'client',
      name: 'Ines Sol',
      method: 'typed',
      image: null,
      consent: 'I agree',
      sha256: 'x',
      origin: '192.0.2.1',
    },
    { kind: 'signed', revision: 1, attempt: 'a', signatory: 'client', method: 'typed', sha256: 'x' },
    { name: '', image: null, consent: '', origin: '' },
  ],
  [
    'an acceptance keeps what was chosen',
    quoteFactsRead,
    { kind: 'accepted', revision: 1, total: 5, filled: { vessel: 'Aurora' } },
    { kind: 'accepted', revision: 1, total: 5 },
    { filled: {} },
  ],
  [
    'a paid request keeps its sum',
    requestFactsRead,
    { kind: 'paid', amount: 5, by: 'Ines Sol', via: 'link' },
    { kind: 'paid', amount: 5, via: 'link' },
    { by: 'somebody' },
  ],
];

describe('what people said, kept apart from what happened', () => {
  for (const [why, reader, fact, stays, gone] of cases)
    it(why, () => {
      const whole = { ...fact, at, actor };
      const { fact: bare, said } = reader.written(whole as never);
      expect(bare).to.deep.equal({ ...stays, at, actor });
      expect({ ...bare, ...said }).to.deep.equal(whole);
      expect(reader.whole(bare as never, said as never)).to.deep.equal(whole);
      expect(reader.whole(bare as never, null)).to.deep.equal({ ...stays, ...gone, at, actor });
    });
  it('nothing is kept apart of what nobody said', () => {
    const fact = { kind: 'holdReleased', authorisation: 'a', amount: 1, at, actor };
    expect(bookingFactsRead.written(fact as never)).to.deep.equal({ fact, said: null });
    expect(quoteFactsRead.written({ kind: 'withdrawn', at, actor } as never).said).to.equal(null);
    expect(requestFactsRead.written({ kind: 'copied', at, actor } as never).said).to.equal(null);
  });
  it('a kind that is called like what every object has, has no words', () =>
    expect(bookingFactsRead.written({ kind: 'constructor', at, actor } as never).said).to.equal(null));
});

/** Word for word as the second form had them. */
describe('facts of the second form', () => {
  const written = {
    kind: 'sent',
    at,
    actor,
    v: 2,
    occasion: 'code',
    subject: 'Your code',
    messageId: 'm',
    to: 'a@b.example',
  };
  const { v: _, ...read } = written;
  it('are read with their words in them', () =>
    expect(bookingFactsRead.whole(bookingFactsRead.bare(written), null)).to.deep.equal(read));
  it('and once these were moved out of them', () => {
    const { subject, to, ...moved } = written;
    expect(bookingFactsRead.whole(bookingFactsRead.bare(moved), { subject, to })).to.deep.equal(read);
  });
});
