import type { FillField } from '#core/agreements/agreement';
import { fieldFault, mayAccept, maySign, overOf, type Signature } from '#core/quotes/acceptance';
import type { Offer } from '#core/quotes/offer';
import type { QuoteSituation } from '#core/quotes/standing';
import { expect } from 'chai';

const field = (id: string, kind: FillField['kind'], more: Partial<FillField> = {}): FillField =>
  ({ id, label: id, kind, choices: [], required: false, who: 'client', ...more }) as FillField;
const typed: Signature = { name: 'Ines Valadar', method: 'typed', hasImage: false, consents: true };
const open = (more: Partial<QuoteSituation> = {}): QuoteSituation =>
  ({ state: 'sent', toSign: ['client'], signatures: [], ...more }) as unknown as QuoteSituation;
const codeOf = (result: { ok: boolean; refusal?: { code: string; path?: string } }) =>
  result.ok ? null : [result.refusal!.code, ...(result.refusal!.path ? [result.refusal!.path] : [])].join(' ');

describe('what is filled in', () => {
  const fields = [
    field('born', 'date'),
    field('size', 'choice', { choices: ['S', 'M'] }),
    field('read', 'initials'),
    field('note', 'text', { required: true }),
  ];
  const cases: [why: string, filled: Record<string, string>, fault: string | null][] = [
    ['all of it', { born: '1990-02-28', size: 'M', read: 'IV', note: 'x' }, null],
    ['what is needed alone', { note: 'x' }, null],
    ['nothing', {}, 'field_missing filled.note'],
    ['spaces', { note: '  ' }, 'field_missing filled.note'],
    ['a name that every object has', { constructor: 'x', note: 'x' }, null],
    ['a day that there is not', { born: '1990-02-30', note: 'x' }, 'field_wrong filled.born'],
    ['a choice that is none', { size: 'L', note: 'x' }, 'field_wrong filled.size'],
    ['initials of six', { read: 'ABCDEF', note: 'x' }, null],
    ['initials of seven', { read: 'ABCDEFG', note: 'x' }, 'field_wrong filled.read'],
    ['a date with spaces around', { born: ' 1990-02-28 ', note: 'x' }, null],
  ];
  for (const [why, filled, fault] of cases)
    it(why, () => {
      const found = fieldFault(fields, filled);
      expect(found && `${found.code} ${found.path}`).to.equal(fault);
    });
});

describe('whether a client may accept', () => {
  const extras = [{ id: 'case', label: 'Case', unitPrice: 12_00, most: 2, preset: 0 }];
  const plain = { extras, agreement: null } as unknown as Offer;
  const withText = { extras, agreement: { fields: [field('note', 'text', { required: true })] } } as unknown as Offer;
  const asked = (signature: Signature | null, filled = {}) => ({ choice: {} as never, filled, signature });
  const over: [state: string, code: string][] = [
    ['expired', 'quote_expired'],
    ['accepted', 'quote_over'],
    ['declined', 'quote_over'],
    ['withdrawn', 'quote_over'],
  ];
  for (const [state, code] of over)
    it(`${state}: ${code}`, () => {
      const current = open({ state: state as never });
      expect(codeOf(mayAccept(plain, current, asked(null)))).to.equal(code);
      expect(codeOf(maySign(current, 'business', typed))).to.equal(code);
      expect(overOf(current)).to.deep.equal({ ok: false, refusal: { code, state } });
    });
  const signatures: [why: string, signature: Signature | null, code: string | null][] = [
    ['typed', typed, null],
    ['drawn, with its picture', { ...typed, method: 'drawn', hasImage: true }, null],
    ['drawn, without', { ...typed, method: 'drawn' }, 'signature_missing'],
    ['without a name', { ...typed, name: ' ' }, 'signature_missing'],
    ['without consent', { ...typed, consents: false }, 'signature_missing'],
    ['none', null, 'signature_missing'],
  ];
  for (const [why, signature, code] of signatures)
    it(`a signature ${why}: ${code ?? 'yes'}`, () =>
      expect(codeOf(mayAccept(withText, open(), asked(signature, { note: 'x' })))).to.equal(code));
  it('without an agreement nothing is signed', () =>
    expect(codeOf(mayAccept(plain, open(), asked(null)))).to.equal(null));
  it('what is missing comes before the signature', () =>
    expect(codeOf(mayAccept(withText, open(), asked(typed)))).to.equal('field_missing filled.note'));
  it('who has signed does not sign again', () =>
    expect(codeOf(mayAccept(withText, open({ toSign: ['business'] }), asked(typed, { note: 'x' })))).to.equal(
      'not_your_turn',
    ));

  const signed = { signatures: [{ signatory: 'client' }] as never };
  const turns: [why: string, current: QuoteSituation, signatory: string, signature: Signature, code: string | null][] =
    [
      ['the business after the client', open({ ...signed, toSign: ['business'] }), 'business', typed, null],
      ['before the client', open({ toSign: ['client', 'business'] }), 'business', typed, 'not_your_turn'],
      ['somebody else’s turn', open({ ...signed, toSign: ['second'] }), 'business', typed, 'not_your_turn'],
      [
        'without consent',
        open({ ...signed, toSign: ['business'] }),
        'business',
        { ...typed, consents: false },
        'signature_missing',
      ],
    ];
  for (const [why, current, signatory, signature, code] of turns)
    it(`${why}: ${code ?? 'yes'}`, () => expect(codeOf(maySign(current, signatory, signature))).to.equal(code));
});
