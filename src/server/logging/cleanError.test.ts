import { DatabaseAway } from '#server/database/away';
import { cleanError, withoutSecrets } from '#server/logging/cleanError';
import { OutsideFailed } from '#server/external/outsideFailed';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { freshDatabase } from '../../../testing/databases';

const token = 'Zk3bq1-AbC_9dEfGh0iJkLmNoPqRsTuVwXyZ012345';

describe('what of an error may be written down', () => {
  it('nothing of a statement’s parameters, nor of what the database quotes of them', async () => {
    const { db, close } = await freshDatabase();
    const wrong = [
      sql`select ${'ines@example.com'}::int, ${token}`,
      sql`insert into clients (id, name, email) values ('same', ${'Ines Valadar'}, ${'ines@example.com'}), ('same', 'x', 'y')`,
      sql`select * from ${sql.raw('nowhere')} where name = ${'Ines Valadar'}`,
    ];
    for (const statement of wrong) {
      const error = await db.execute(statement).then(
        () => null,
        (thrown: unknown) => thrown,
      );
      const text = JSON.stringify(cleanError(error));
      expect(text).to.match(/"code":"(22P02|23505|42P01)"/);
      expect(text).not.to.match(new RegExp(`ines|valadar|example|${token}`, 'i'));
    }
    expect(JSON.stringify(cleanError(await db.execute(wrong[1]!).catch((error: unknown) => error)))).to.include(
      'clients_pkey',
    );
    await close();
  });

  const texts: [why: string, text: string, clean: string][] = [
    ['an address', '550 <ines@example.com> no such person', '550 <[e-mail]> no such person'],
    ['a link', `GET http://ostendo.example.com/b/${token} failed`, 'GET [address] failed'],
    ['a token', `no card ${token}`, 'no card [key]'],
    ['an id of ours is no name', 'no intent 51dd6620-f680-44f8-8ca2-925395022bd4', 'no intent [key]'],
    ['plain words stay', 'the processor did not answer', 'the processor did not answer'],
  ];
  for (const [why, text, clean] of texts) it(why, () => expect(withoutSecrets(text)).to.equal(clean));

  it('the chain of causes, each with where it was thrown', () => {
    const cause = Object.assign(new Error('connect ECONNREFUSED 127.0.0.1:5432'), { code: 'ECONNREFUSED' });
    const clean = cleanError(new OutsideFailed('the processor', new DatabaseAway(cause)));
    expect([clean.type, clean.cause?.type, clean.cause?.cause?.code]).to.deep.equal([
      'OutsideFailed',
      'DatabaseAway',
      'ECONNREFUSED',
    ]);
    expect(clean.stack).to.include('cleanError.test.ts');
  });

  it('what is no error has no words', () => expect(cleanError('Ines Valadar')).to.deep.equal({ type: 'string' }));
});
