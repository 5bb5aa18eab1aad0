import { invoice, type DocumentIn, type Invoiced } from '#core/invoices/invoice';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { expect } from 'chai';
import fc from 'fast-check';

const one = (total: number): PriceInput => ({
  currency: 'EUR',
  taxMode: 'exclusive',
  taxes: { VAT: { rate: '20' as Decimal } },
  lines: [{ id: 'a', label: 'a', quantity: '1' as Decimal, unitPrice: minor(total), taxes: ['VAT'] }],
});
const account = (id: string, amount: number): DocumentIn => ({ id, kind: 'account', amount: minor(amount) });
const final = (id: string): DocumentIn => ({ id, kind: 'final' });
const credit = (id: string, of: string, amount?: number): DocumentIn => ({
  id,
  kind: 'credit',
  of,
  ...(amount === undefined ? {} : { amount: minor(amount) }),
});
const issued = (input: PriceInput, documents: readonly DocumentIn[]): Invoiced => {
  const made = invoice({ price: input, documents });
  if (!made.ok) throw new Error(`${made.refusal.path}: ${made.refusal.message}`);
  return made.value;
};

describe('documents that may not be', () => {
  const rows: [why: string, documents: DocumentIn[], path: string][] = [
    ['an id that occurs twice', [account('A', 1), account('A', 1)], 'documents.1.id'],
    ['more on account than the price', [account('A', 12001)], 'documents.0.amount'],
    ['more on account together', [account('A', 12000), account('B', 1)], 'documents.1.amount'],
    ['something on account after a final invoice', [final('F'), account('A', 1)], 'documents.1.kind'],
    ['a second final invoice', [final('F'), final('G')], 'documents.1.kind'],
    ['a credit on account after a final invoice', [account('A', 1), final('F'), credit('C', 'A')], 'documents.2.of'],
    ['a credit of nothing known', [credit('C', 'A')], 'documents.0.of'],
    ['a credit of what comes later', [credit('C', 'A'), account('A', 1)], 'documents.0.of'],
    ['a credit of a credit', [account('A', 5), credit('C', 'A', 1), credit('D', 'C')], 'documents.2.of'],
    [
      'a credit of more than is left',
      [account('A', 5), credit('C', 'A', 3), credit('D', 'A', 3)],
      'documents.2.amount',
    ],
    ['a credit of what is gone', [account('A', 5), credit('C', 'A'), credit('D', 'A')], 'documents.2.of'],
    ['a credit of a final invoice that is gone', [final('F'), credit('C', 'F'), credit('D', 'F', 1)], 'documents.2.of'],
    [
      'on account beside a part of a final invoice',
      [final('F'), credit('C', 'F', 1), account('A', 1)],
      'documents.2.kind',
    ],
  ];
  for (const [why, documents, path] of rows)
    it(`${why}: ${path}`, () => {
      const made = invoice({ price: one(10000), documents });
      expect(made.ok ? null : made.refusal).to.include({ code: 'invalid_input', path });
    });
});

describe('documents that may be', () => {
  it('a final invoice of nothing stops nothing, and credits nothing', () => {
    const made = issued(one(0), [final('F'), final('G')]);
    expect(made).to.deep.include({ onAccount: 0, invoiced: 0 });
    expect(made.documents[1]).to.deep.include({ total: 0, net: 0, payable: 0, deducted: [] });
    expect(invoice({ price: one(0), documents: [final('F'), credit('C', 'F')] }).ok).to.equal(false);
  });
  it('what was credited of a document on account is not deducted, and may be invoiced again', () => {
    const made = issued(one(10000), [account('A', 5000), credit('C', 'A'), account('B', 7000), final('F')]);
    expect(made.documents[3]!.deducted).to.deep.equal([{ id: 'B', amount: 7000 }]);
    expect(made).to.include({ onAccount: 7000, invoiced: 12000 });
  });
  it('after a final invoice that is credited in full, documents on account go on', () => {
    const made = issued(one(10000), [
      account('A', 5000),
      final('F'),
      credit('C', 'F'),
      credit('D', 'A', 1),
      account('B', 1),
    ]);
    expect(made).to.include({ onAccount: 5000, invoiced: 0 });
  });
  it('extras that were not chosen are no lines, and a code that no line carries is not named', () => {
    const input: PriceInput = {
      ...one(10000),
      taxes: { VAT: { rate: '20' as Decimal }, NONE: { rate: '5' as Decimal } },
      lines: [
        ...one(10000).lines,
        { id: 'x', label: 'x', quantity: '1' as Decimal, unitPrice: minor(500), taxes: ['NONE'], extra: true },
      ],
    };
    expect(issued(input, [final('F')]).documents[0]!.taxes.map(({ code }) => code)).to.deep.equal(['VAT']);
  });
});

const rate = fc.constantFrom('0', '5.5', '9.975', '20', '23', '100').map((text) => text as Decimal);
const anyPrice = fc
  .record({
    taxMode: fc.constantFrom('exclusive', 'inclusive'),
    rates: fc.tuple(rate, rate, rate),
    lines: fc.array(
      fc.record({ unitPrice: fc.integer({ min: 0, max: 100_000 }), taxes: fc.subarray(['A', 'B', 'C']) }),
      { maxLength: 5 },
    ),
    discount: fc.option(fc.integer({ min: 0, max: 5000 }), { nil: undefined }),
  })
  .map(({ taxMode, rates, lines, discount }): PriceInput => ({
    currency: 'EUR',
    taxMode: taxMode as PriceInput['taxMode'],
    taxes: { A: { rate: rates[0] }, B: { rate: rates[1] }, C: { rate: rates[2] } },
    lines: lines.map(({ unitPrice, taxes }, index) => ({
      id: String(index),
      label: 'x',
      quantity: '1' as Decimal,
      unitPrice: minor(unitPrice),
      taxes,
    })),
    ...(discount === undefined ? {} : { discount: { amount: minor(discount) } }),
  }));
/** Cuts of a total into parts, by numbers from 0 to 1000. */
const parts = (total: number, cuts: readonly number[]): number[] => {
  const at = [...cuts.map((cut) => Math.floor((total * cut) / 1000)), total].sort((a, b) => a - b);
  return at.map((end, index) => end - (at[index - 1] ?? 0)).filter((part) => part > 0);
};

describe('any price in any documents', () => {
  const cuts = fc.array(fc.integer({ min: 0, max: 1000 }), { maxLength: 6 });
  it('adds up: each document is its net and taxes, and all on account show just the tax of the price', () => {
    fc.assert(
      fc.property(anyPrice, cuts, (input, where) => {
        const priced = price(input);
        const documents = parts(priced.total, where).map((part, index) => account(`A${index}`, part));
        const made = issued(input, documents);
        for (const { total, net, taxes } of made.documents)
          expect(net + taxes.reduce((all, { amount }) => all + amount, 0)).to.equal(total);
        if (documents.length === 0) return;
        priced.taxes.forEach(({ code, base, amount }, index) => {
          const shown = made.documents.map(({ taxes }) => taxes[index]!);
          expect(
            shown.reduce((all, each) => all + each.amount, 0),
            code,
          ).to.equal(amount);
          expect(
            shown.reduce((all, each) => all + each.base, 0),
            code,
          ).to.equal(base);
        });
      }),
    );
  });
  it('is near: a figure is less than two units from its exact share', () => {
    fc.assert(
      fc.property(anyPrice, cuts, (input, where) => {
        const { total, taxes } = price(input);
        for (const document of issued(
          input,
          parts(total, where).map((part, index) => account(`A${index}`, part)),
        ).documents)
          taxes.forEach(({ amount }, index) => {
            const twice = Math.abs(document.taxes[index]!.amount * total - amount * document.total);
            expect(twice).to.be.below(2 * total);
          });
      }),
    );
  });
  it('can be taken back: credits of all of it leave nothing, and another final invoice is as the first', () => {
    fc.assert(
      fc.property(anyPrice, cuts, cuts, (input, before, back) => {
        const { total } = price(input);
        const first = parts(total, before)
          .slice(0, 2)
          .map((part, index) => account(`A${index}`, part));
        const credits = parts(total, back).map((part, index) => credit(`C${index}`, 'F', part));
        const made = issued(input, [...first, final('F'), ...credits, final('G')]);
        const [f, g] = [made.documents[first.length]!, made.documents.at(-1)!];
        expect({ ...g, id: 'F' }).to.deep.equal(f);
        for (const { amount } of f.remaining!) expect(amount).to.be.at.least(0);
        const taken = made.documents.slice(first.length + 1, -1);
        if (taken.length === 0) return;
        f.taxes.forEach(({ amount, base }, index) => {
          expect(taken.reduce((all, { taxes }) => all + taxes[index]!.amount, 0)).to.equal(0 - amount);
          expect(taken.reduce((all, { taxes }) => all + taxes[index]!.base, 0)).to.equal(0 - base);
        });
      }),
    );
  });
});
