import { mostKnown } from '#contracts/clients/knownClients';
import { clients } from '#server/database/schema/clients';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../../testing/installation';

describe('finding a client', () => {
  let app: Installation;
  const numbers: Record<string, string> = {};
  before(async () => {
    app = await installation();
    for (const [clientName, clientEmail] of [
      ['Ines Valadar', 'ines@example.com'],
      ['Bo Li', 'bo@example.com'],
      ['Óscar Tavares', 'oscar@example.com'],
      ['Ana 50% Duarte', 'ana@example.com'],
    ] as const) {
      const made = await app.createBooking(rental({ requestKey: randomUUID(), clientName, clientEmail }));
      if (!made.ok) throw new Error(made.refusal.code);
      numbers[clientName] = made.value.number;
    }
  });
  after(() => app.close());

  const found = async (search: string): Promise<string[]> =>
    (await app.books.clients({ search })).clients.map(({ name }) => name);

  for (const [search, names] of [
    ['', ['Ana 50% Duarte', 'Bo Li', 'Ines Valadar', 'Óscar Tavares']],
    ['vala', ['Ines Valadar']],
    ['VALA ines', ['Ines Valadar']],
    ['vala bo', []],
    // Two letters have no part that an index knows.
    ['li', ['Bo Li']],
    ['bo li', ['Bo Li']],
    ['oscar@', ['Óscar Tavares']],
    ['0%', ['Ana 50% Duarte']],
    ['50% due', []],
    ['_li', []],
    ['nobody', []],
  ] as const)
    it(`by “${search}”`, async () => {
      expect(await found(search)).to.have.members([...names]);
    });

  it('by the number of a booking, in small letters as well, and with a word', async () => {
    const number = numbers['Bo Li']!;
    expect(await found(number)).to.deep.equal(['Bo Li']);
    expect(await found(number.toLowerCase())).to.deep.equal(['Bo Li']);
    expect(await found(`${number} li`)).to.deep.equal(['Bo Li']);
    expect(await found(`${number} vala`)).to.deep.equal([]);
  });

  it('in a form: the first of many, and any of them by what is typed', async () => {
    const many = Array.from({ length: mostKnown }, (_, index) => ({
      id: randomUUID(),
      name: `Abel ${String(index).padStart(3, '0')}`,
      email: `abel${index}@example.com`,
    }));
    await app.deps.db.insert(clients).values(many);
    const first = (await app.queries.newBooking()).clients;
    expect(first.map(({ name }) => name)).to.deep.equal(many.map(({ name }) => name));
    const [ines, ...others] = await app.knownClients('ines val');
    expect({ ...ines, id: '' }).to.deep.equal({ id: '', name: 'Ines Valadar', email: 'ines@example.com' });
    expect(others).to.deep.equal([]);
    expect(await app.knownClients('nobody')).to.deep.equal([]);
  });
});
